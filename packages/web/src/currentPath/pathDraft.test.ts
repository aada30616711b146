import { blankPlan, type CurrentPath, pathSchema } from '@probe-trail/core/plan';
import { validate } from '@probe-trail/core/schema';
import { expect } from 'chai';
import fc from 'fast-check';
import { addPointAfter, changePoint, changeSection, namePoint, newPath, removePoint } from './pathDraft';

const names = ({ points }: CurrentPath) => points.map(({ name }) => name);
const idAt = ({ points }: CurrentPath, at: number) => points[at]?.id ?? '';
const loads = ({ sections }: CurrentPath) => sections.map(({ isLoad }) => isLoad);

describe('a current path that is being written', () => {
  it('begins with a load between the battery and the battery', () => {
    expect(validate(pathSchema, newPath()).ok).to.equal(true);
    expect(loads(newPath())).to.deep.equal([false, false, true, false]);
  });

  it('knows a pin of the plan by its name, and takes everything else for a place', () => {
    const plan = {
      ...blankPlan('p', 'P'),
      partCards: [
        {
          id: 'lamp',
          name: 'Lamp',
          place: '',
          howItWorks: '',
          values: [],
          physicalChecks: [],
          references: [],
          connectors: [
            {
              id: 'C71',
              name: '',
              face: null,
              pins: [{ pin: '2', name: '', wire: { colour: 'red', tracer: '' } }],
            },
          ],
        },
      ],
    };
    const path = newPath();
    const [, second] = path.points;
    const at = (name: string) => namePoint(plan, path, second?.id ?? '', name).points[1]?.at;
    expect(at('C71.2')).to.deep.equal({ kind: 'pin', connectorId: 'C71', pin: '2' });
    expect(at('C71.9')).to.deep.equal({ kind: 'place', name: 'C71.9' });
    expect(at('stud G3')).to.deep.equal({ kind: 'place', name: 'stud G3' });
  });

  it('parts a section by a point between, and the load stays one', () => {
    const fresh = newPath();
    const path = changeSection(fresh, idAt(fresh, 2), { suspectIds: ['motor'] });
    const parted = addPointAfter(path, idAt(path, 2));
    expect(loads(parted)).to.deep.equal([false, false, false, true, false]);
    expect(parted.sections[2]).to.deep.include({ suspectIds: ['motor'], mostDrop: 0.1 });
    expect(names(parted)[3]).to.equal('');
  });

  it('joins the sections around a point that goes', () => {
    const fresh = newPath();
    const fused = changeSection(fresh, idAt(fresh, 0), { suspectIds: ['fuse'] });
    const path = changeSection(fused, idAt(fresh, 1), { suspectIds: ['wire'] });
    const joined = removePoint(path, idAt(path, 1));
    expect(joined.sections[0]).to.deep.equal({ isLoad: false, suspectIds: ['fuse', 'wire'], mostDrop: 0.2 });
    expect(removePoint(path, idAt(path, 0)).sections).to.have.length(3);
    expect(names(removePoint(path, idAt(path, 4))).at(-1)).to.equal('Ground pin of the load');
  });

  it('has one load at most, and is a path after whatever is done to it', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.nat()), { maxLength: 20 }), (edits) => {
        const path = edits.reduce((now, [what, pick]) => {
          const at = idAt(now, pick % now.points.length);
          const section = idAt(now, pick % now.sections.length);
          if (what === 0) return now.points.length < 40 ? addPointAfter(now, section) : now;
          if (what === 1) return removePoint(now, at);
          if (what === 2) return changeSection(now, section, { isLoad: true });
          return changePoint(now, at, { minutes: pick % 2000 });
        }, newPath());
        expect(validate(pathSchema, path).ok).to.equal(true);
      }),
      { numRuns: 200 },
    ));
});
