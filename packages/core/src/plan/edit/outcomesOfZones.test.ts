import { expect } from 'chai';
import fc from 'fast-check';
import { casesOfReading, type Spec } from '../../spec/index.js';
import { anOutcome, aPlan, aStep, toStep } from '../../testing/aPlan.js';
import {
  addOutcomesOfZones,
  blankReading,
  concludeEachSuspect,
  hasOpenZones,
  leadToOwnConclusion,
  outcomeFor,
  type Step,
  zonesWithoutOutcome,
} from '../index.js';

const ids = () => {
  let count = 0;
  return () => {
    count += 1;
    return `new${count}`;
  };
};
const band: Spec = { kind: 'band', unit: 'V', min: 11, max: 14 };
const withReading = (outcomes: Step['outcomes'], spec: Spec = band): Step => ({
  ...aStep('feed', outcomes),
  readings: [blankReading('volts', 'Volts', spec)],
});
const said = ({ outcomes }: Step) =>
  outcomes.map(({ when, goTo }) => [when.flatMap(({ zoneIds }) => zoneIds), goTo.kind]);

describe('an outcome for each zone', () => {
  it('of a step without outcomes: each zone out of spec, then what is in spec', () =>
    expect(said(addOutcomesOfZones(withReading([]), 'volts', ids()))).to.deep.equal([
      [['below'], 'nowhere'],
      [['above'], 'nowhere'],
      [['inSpec'], 'nowhere'],
    ]));

  it('the way on is taken where the reading is in spec', () =>
    expect(said(addOutcomesOfZones(withReading([anOutcome('on', toStep('ground'))]), 'volts', ids()))).to.deep.equal([
      [['below'], 'nowhere'],
      [['above'], 'nowhere'],
      [['inSpec'], 'step'],
    ]));

  it('an outcome that says something of a suspect keeps its words', () => {
    const otherwise = { ...anOutcome('bad', toStep('ground')), pointsTo: ['fuse'] };
    const step = addOutcomesOfZones(withReading([otherwise]), 'volts', ids());
    expect(step.outcomes).to.deep.include(otherwise);
    expect(step.outcomes).to.have.length(4);
  });

  it('is asked for as long as a zone has none, but not beside one for the rest that says something', () => {
    const rest = { ...anOutcome('rest', toStep('ground')), clears: ['fuse'] };
    const open = (outcomes: Step['outcomes']) => {
      const step = withReading(outcomes);
      return step.readings.some((reading) => hasOpenZones(step, reading));
    };
    expect([open([]), open([anOutcome('on', toStep('ground'))]), open([rest])]).to.deep.equal([true, true, false]);
    expect(open(addOutcomesOfZones(withReading([]), 'volts', ids()).outcomes)).to.equal(false);
  });

  it('leaves nothing over and nothing twice, whatever was written before, for every kind', () => {
    const specs: Spec[] = [
      band,
      { kind: 'band', unit: 'V', min: null, max: 3 },
      { kind: 'tolerance', unit: 'V', nominal: 5, tolerance: 1, as: 'absolute' },
      {
        kind: 'choice',
        options: [
          { id: 'dark', name: 'dark', meaning: '', ok: false },
          { id: 'lit', name: 'lit', meaning: '', ok: true },
          { id: 'dim', name: 'dim', meaning: '', ok: false },
        ],
      },
      { kind: 'formula', unit: 'V', min: '1', max: '2' },
    ];
    fc.assert(
      fc.property(fc.constantFrom(...specs), fc.array(fc.nat(9), { maxLength: 4 }), (spec, picks) => {
        const zones = casesOfReading({ spec, derivedFrom: null });
        const before = picks.flatMap((pick, index) => {
          const zone = zones[pick];
          return zone
            ? [{ ...anOutcome(`o${index}`, toStep('ground')), when: [{ readingId: 'volts', zoneIds: [zone.id] }] }]
            : [];
        });
        const step = addOutcomesOfZones(withReading(before, spec), 'volts', ids());
        const [reading] = step.readings;
        if (!reading) throw new Error('the step has a reading');
        expect(zonesWithoutOutcome(step, reading)).to.deep.equal([]);
        expect(addOutcomesOfZones(step, 'volts', ids())).to.deep.equal({ ...step });
        for (const { id } of zones) expect(outcomeFor(step, new Map([['volts', id]])), id).to.not.equal(undefined);
        // What was written stands as it was, in its order.
        expect(step.outcomes.filter(({ id }) => id.startsWith('o'))).to.deep.equal(before);
      }),
    );
  });
});

describe('the conclusion of one suspect', () => {
  const plan = aPlan();
  const [conclusion] = plan.conclusions.filter(({ suspectIds }) => suspectIds.length === 1);
  const suspectId = conclusion?.suspectIds[0] ?? '';
  const open = {
    ...plan,
    steps: [aStep('one', [{ ...anOutcome('bad', { kind: 'nowhere' }), pointsTo: [suspectId] }])],
  };
  const goal = (made: typeof plan) => made.steps[0]?.outcomes[0]?.goTo;

  it('is where an outcome leads that points to it', () =>
    expect(goal(leadToOwnConclusion(open, 'one', 'bad'))).to.deep.equal({
      kind: 'conclusion',
      conclusionId: conclusion?.id,
    }));

  it('is not taken where there are two of them', () => {
    const two = {
      ...open,
      conclusions: [...plan.conclusions, { id: 'again', title: '', summary: '', suspectIds: [suspectId] }],
    };
    expect(leadToOwnConclusion(two, 'one', 'bad')).to.equal(two);
  });

  it('is made for each suspect that has none', () => {
    const made = concludeEachSuspect({ ...plan, conclusions: [] }, ids());
    expect(made.conclusions.map(({ title, suspectIds }) => [title, suspectIds])).to.deep.equal(
      plan.suspects.map(({ id, name }) => [name, [id]]),
    );
    expect(concludeEachSuspect(made, ids()).conclusions).to.deep.equal(made.conclusions);
  });
});
