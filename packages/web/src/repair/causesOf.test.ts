import { blankPlan, blankSuspect, type Plan, type Suspect } from '@probe-trail/core/plan';
import { blankRepair } from '@probe-trail/core/repair';
import { expect } from 'chai';
import { causesOf, offeredRepair } from './causesOf';

const suspect = (id: string, name: string, repair: string): Suspect => blankSuspect(id, name, { repair });
const planOf = (suspectIds: readonly string[]): Plan => ({
  ...blankPlan('fan', 'Fan'),
  suspects: [suspect('relay', 'Relay K7', 'Replace it.'), suspect('stud', 'Stud G3', 'Clean the stud.')],
  conclusions: [{ id: 'end', title: 'End', summary: '', suspectIds }],
});
const end = { kind: 'concluded', conclusionId: 'end', assumedBecause: undefined, atMs: 0, by: 'Tobi Lunde' } as const;
const offered = (...suspectIds: string[]) =>
  offeredRepair(causesOf('t1', { plan: planOf(suspectIds), at: end, proving: undefined }));

describe('the repair that is offered', () => {
  it('is that of the one cause that was named, as the plan says', () =>
    expect(offered('stud')).to.deep.equal({
      ...blankRepair,
      cause: 'Stud G3',
      suspectId: 'stud',
      trailId: 't1',
      done: 'Clean the stud.',
      way: 'clean',
    }));

  it('stays the same while a step is done again to prove a repair', () => {
    const proving = { repairId: 'r1', from: { at: end, taken: {}, overridden: [] } };
    const [first] = causesOf('t1', { plan: planOf(['stud']), at: { kind: 'step', stepId: 's' }, proving });
    expect([first?.name, first?.isNamed]).to.deep.equal(['Stud G3', true]);
  });

  it('presumes nothing where no fault was found, or several are named', () => {
    expect(offered()).to.equal(blankRepair);
    expect(offered('relay', 'stud')).to.equal(blankRepair);
  });
});
