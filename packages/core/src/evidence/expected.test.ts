import { expect } from 'chai';
import fc from 'fast-check';
import { blankSuspect, type Expectation, type Plan } from '../plan/index.js';
import { anOutcome, aPlan, aReading, aStep, toConclusion } from '../testing/aPlan.js';
import { taken, typed, walk } from '../testing/aWalk.js';
import { evidenceModel, evidenceTable, lineUp, offListShare } from './index.js';

const suspects = ['open', 'corroded', 'weak'].map((id) => blankSuspect(id, id));
const range = (suspectId: string, min: number | null, max: number | null): Expectation => ({
  kind: 'range',
  suspectId,
  min,
  max,
});

/** A feed under load: an open one, a corroded one and a weak battery are all too low, and not alike. */
const feedPlan = (...expects: readonly Expectation[]): Plan => ({
  ...aPlan(),
  suspects,
  startStepId: 'feed',
  steps: [
    aStep(
      'feed',
      [
        anOutcome('low', toConclusion('end'), { when: [{ readingId: 'volts', zoneIds: ['below'] }] }),
        anOutcome('fine', toConclusion('end')),
      ],
      { readings: [aReading('volts', { kind: 'band', unit: 'V', min: 11.5, max: 15 }, { expects: [...expects] })] },
    ),
  ],
  conclusions: [{ id: 'end', title: 'End', summary: '', suspectIds: ['open'] }],
});
const all = feedPlan(range('open', null, 0.5), range('corroded', 4, 11), range('weak', 10, 12.5));
const after = (plan: Plan, volts: string, outcomeId: string) =>
  walk(plan, typed('feed', 'volts', volts), taken('feed', outcomeId));
const order = (plan: Plan, volts: string, outcomeId = 'low') =>
  lineUp(after(plan, volts, outcomeId)).map(({ suspect }) => suspect.id);

describe('what a reading is expected to show', () => {
  it('tells suspects apart that make the step come out alike', () => {
    expect(order(all, '0,1')[0]).to.equal('open');
    expect(order(all, '7,5')[0]).to.equal('corroded');
    expect(order(all, '10,5').slice(0, 2)).to.have.members(['corroded', 'weak']);
    expect(evidenceTable(after(all, '7,5', 'low')).rows.map(({ strengths }) => strengths[0])).to.deep.equal([
      'stronglyFor',
      'stronglyAgainst',
      'stronglyAgainst',
    ]);
  });

  it('says what the step would come out as: the range in shares of the zones in which it lies', () => {
    const chances = (suspectId: string) => {
      const model = evidenceModel(all);
      const at = model.suspects.findIndex(({ id }) => id === suspectId);
      return model.steps.get('feed')?.chances.map((byOutcome) => Number(byOutcome[at]?.toFixed(2)));
    };
    expect(chances('weak')).to.deep.equal([0.6, 0.4]);
    expect(chances('open')).to.deep.equal([0.98, 0.02]);
  });

  it('counts a reading as fitting where its uncertainty reaches the range, and OL and bounds by their side', () => {
    const ends = feedPlan(range('open', null, 0.5), range('weak', 12, null));
    expect(order(ends, '0,5')[0]).to.equal('open');
    expect(order(ends, '<0,3')[0]).to.equal('open');
    expect(order(ends, 'OL', 'fine')[0]).to.equal('weak');
    expect(order(ends, '>14', 'fine')[0]).to.equal('weak');
  });

  it('may be said in zones, and of one value', () => {
    const inZones = feedPlan({ kind: 'zones', suspectId: 'weak', zoneIds: ['inSpec', 'above'] });
    expect(order(inZones, '12,4', 'fine')[0]).to.equal('weak');
    expect(order(inZones, '3')[2]).to.equal('weak');
    expect(order(feedPlan(range('corroded', 9, 9)), '9,0')[0]).to.equal('corroded');
    const shares = (plan: Plan) => lineUp(after(plan, '3', 'low')).map(({ share }) => share);
    expect(shares(feedPlan(range('weak', null, null)))).to.deep.equal(shares(feedPlan()));
  });

  it('never makes a suspect impossible, nor the shares anything but 1', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.double({ min: -5, max: 20, noNaN: true }), fc.double({ min: 0, max: 10, noNaN: true })), {
          minLength: 1,
          maxLength: 3,
        }),
        fc.double({ min: -5, max: 20, noNaN: true }),
        (ranges, volts) => {
          const plan = feedPlan(...ranges.map(([min, width], at) => range(suspects[at]?.id ?? '', min, min + width)));
          const text = volts.toFixed(3);
          const trail = after(plan, text, Number(text) < 11.4995 ? 'low' : 'fine');
          const entries = lineUp(trail);
          const whole = entries.reduce((sum, { share }) => sum + share, offListShare(trail));
          expect(whole).to.be.closeTo(1, 1e-9);
          for (const { share } of entries) expect(share).to.be.greaterThan(0.001);
        },
      ),
      { numRuns: 200 },
    ));
});
