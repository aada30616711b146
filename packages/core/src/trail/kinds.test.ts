import { expect } from 'chai';
import { indexPlan, type Plan, type StepReading } from '../plan/index.js';
import type { Spec } from '../spec/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { aHookUp, aNeed, anOutcome, aPlan, aReading, aStep, toConclusion, toStep } from '../testing/aPlan.js';
import { entered, events, opened, taken, typed, walk } from '../testing/aWalk.js';
import { applyTrailEvent, reduceTrail, sayMisfit, settledAtMs, type Trail, type TrailEvent } from './index.js';

const volts = (min: number | null, max: number | null): Spec => ({ kind: 'band', unit: 'V', min, max });
const one = (readings: readonly StepReading[], more: Partial<Plan['steps'][number]> = {}) =>
  aStep('one', [anOutcome('on', toStep('two'))], { readings, ...more });
const two = aStep('two', [anOutcome('end', toConclusion('motor'))]);

/** A plan that begins with one step of these readings. */
const planOf = (
  readings: readonly StepReading[],
  more: Partial<Plan> = {},
  step: Partial<Plan['steps'][number]> = {},
) => aPlan({ startStepId: 'one', steps: [one(readings, step), two], ...more });

/** What is said of the event after these, which must be refused. */
function refused(trail: Trail, event: Parameters<typeof events>[0]): string {
  const [stamped] = events(event) as [TrailEvent];
  const next = applyTrailEvent(trail, { ...stamped, id: 'refused', atMs: trail.lastEventAtMs + 1000 });
  return next.ok ? 'it was taken' : sayMisfit(next.problem);
}

describe('a derived reading', () => {
  const plan = planOf([
    aReading('drop', { kind: 'band', unit: 'mV', min: null, max: 500 }),
    aReading('amps', { kind: 'band', unit: 'A', min: 50, max: null }),
    aReading('ohms', { kind: 'band', unit: 'mΩ', min: null, max: 5 }, { derivedFrom: 'drop / amps' }),
    aReading('watts', { kind: 'band', unit: 'W', min: null, max: 60 }, { derivedFrom: 'ohms * amps ^ 2' }),
  ]);

  it('is computed when the others are there, and may use one that was computed', () => {
    const half = walk(plan, typed('one', 'drop', '400'));
    expect(half.taken.ohms).to.equal(undefined);
    const whole = walk(plan, typed('one', 'drop', '400'), typed('one', 'amps', '100'));
    expect(whole.taken.ohms?.reading).to.include({ value: 4, unit: 'mΩ' });
    expect(whole.taken.ohms?.verdict.kind).to.equal('inSpec');
    expect(whole.taken.watts?.reading).to.include({ value: 40, unit: 'W' });
  });

  it('is computed anew when one of the others is measured again', () => {
    const again = walk(plan, typed('one', 'drop', '400'), typed('one', 'amps', '100'), typed('one', 'drop', '800 mV'));
    expect(again.taken.ohms?.reading).to.include({ value: 8 });
    expect(again.taken.ohms?.verdict.kind).to.equal('outOfSpec');
  });

  for (const [what, drop, amps, message] of [
    ['a division by zero', '400', '0', 'divides by zero'],
    ['OL', 'OL', '100', 'shows OL, which is no number to compute with'],
  ] as const)
    it(`has no number after ${what}, and says why`, () => {
      const trail = walk(plan, typed('one', 'drop', drop), typed('one', 'amps', amps));
      expect(trail.taken.ohms?.reading).to.equal(undefined);
      expect(trail.taken.ohms?.verdict).to.include({ kind: 'noLimit' });
      expect(trail.taken.ohms?.verdict.note).to.include(message);
    });

  it('is as unsure as what it comes from', () => {
    const trail = walk(plan, typed('one', 'drop', '490'), typed('one', 'amps', '100'));
    expect(trail.taken.ohms?.verdict.uncertainty).to.be.closeTo(Math.hypot(0.5 / 100, (490 * 0.5) / 100 ** 2), 1e-3);
  });

  it('is never entered', () =>
    expect(refused(walk(plan), typed('one', 'ohms', '4'))).to.include('takes no reading “ohms”'));
});

describe('limits from other readings', () => {
  const plan = aPlan({
    startStepId: 'one',
    inputs: [
      { id: 'supply', name: 'Supply voltage', unit: 'V', ask: '', means: 'value', from: null },
      { id: 'height', name: 'Height', unit: 'm', ask: '', means: 'altitude', from: null },
      { id: 'battery', name: 'Battery', unit: 'V', ask: '', means: 'value', from: 'atBattery' },
    ],
    steps: [
      one([aReading('atBattery', volts(12, null))], { outcomes: [anOutcome('on', toStep('two'))] }),
      aStep('two', [anOutcome('end', toConclusion('motor'))], {
        readings: [
          aReading('atFan', { kind: 'formula', unit: 'V', min: 'battery - 0.5', max: null }),
          aReading('intake', {
            kind: 'formula',
            unit: 'kPa(abs)',
            min: 'ambientPressure - 3',
            max: 'ambientPressure + 1',
          }),
          aReading('ratio', { kind: 'formula', unit: 'V', min: 'supply * 0.4', max: 'supply * 0.6' }),
        ],
      }),
    ],
  });
  const given = (inputId: string, text: string | null) => ({ kind: 'inputGiven', inputId, text }) as const;
  const toTwo = [typed('one', 'atBattery', '12.4'), taken('one', 'on')] as const;

  it('come from the newest reading that still counts', () => {
    const trail = walk(plan, ...toTwo, typed('two', 'atFan', '12.0'));
    expect(trail.taken.atFan?.verdict).to.include({ kind: 'inSpec' });
    expect(trail.taken.atFan?.verdict.margin?.limit).to.equal(11.9);
  });

  it('come from inputs, and the height gives the air pressure', () => {
    const trail = walk(
      plan,
      given('supply', '5.0'),
      given('height', '500'),
      ...toTwo,
      typed('two', 'ratio', '2.5'),
      typed('two', 'intake', '-6 kPa(g)'),
    );
    expect(trail.taken.ratio?.verdict.kind).to.equal('inSpec');
    expect(trail.taken.intake?.reading).to.deep.include({ value: 89.4608 });
    expect(trail.taken.intake?.verdict).to.include({ kind: 'outOfSpec' });
  });

  it('are none while an input is not known', () => {
    const trail = walk(plan, given('supply', null), ...toTwo, typed('two', 'ratio', '2.5'));
    expect(trail.taken.ratio?.verdict).to.include({ kind: 'noLimit', note: 'Supply voltage is not known.' });
  });

  it('are none when the reading has been set aside', () => {
    const trail = walk(plan, ...toTwo, { kind: 'wentBack', toWaymarkId: 'e2' });
    const judged = applyTrailEvent(
      { ...trail, at: { kind: 'step', stepId: 'two' } },
      events(typed('two', 'atFan', '12.0'))[0] as TrailEvent,
    );
    expect(judged.ok && judged.value.taken.atFan?.verdict).to.include({ kind: 'noLimit' });
  });

  it('leave a reading as it was judged when an input is given anew', () => {
    const trail = walk(plan, given('supply', '5'), ...toTwo, typed('two', 'ratio', '2.5'), given('supply', '12'));
    expect(trail.taken.ratio?.verdict.kind).to.equal('inSpec');
  });

  it('refuses an input that the plan does not ask for, and one that is no reading', () => {
    expect(refused(walk(plan), given('mood', '7'))).to.include('does not ask for “mood”');
    expect(refused(walk(plan), given('supply', '5 Ω'))).to.include('is a resistance');
  });
});

describe('readings of one step', () => {
  const clamp = aHookUp({ instrument: 'dcAmps', accuracy: { percent: 5, digits: 0 } });
  const meter = aHookUp({ instrument: 'dcVolts', accuracy: { percent: 1, digits: 0 } });
  const amps = aReading('amps', { kind: 'band', unit: 'A', min: 50, max: null });
  const uncertaintyOf = (hookUp: StepReading['hookUp'], readingId: string, text: string) => {
    const plan = planOf([amps, aReading('supply', volts(10, null), { hookUp })], {}, { hookUp: clamp });
    return walk(plan, typed('one', readingId, text)).taken[readingId]?.verdict.uncertainty;
  };

  it('are not measured with what cannot show them: volts do not take the accuracy of a clamp', () => {
    expect(uncertaintyOf(null, 'amps', '100')).to.equal(5);
    expect(uncertaintyOf(null, 'supply', '11.6')).to.be.closeTo(0.05, 1e-12);
  });

  it('have a hook-up of their own where it is said', () => {
    expect(uncertaintyOf(meter, 'supply', '11.6')).to.be.closeTo(0.116, 1e-12);
    expect(uncertaintyOf(meter, 'amps', '100')).to.equal(5);
  });
});

describe('a reading that is measured again', () => {
  it('moves the limits of those of its step that depend on it', () => {
    const plan = planOf([
      aReading('battery', volts(10, null)),
      aReading('atFan', { kind: 'formula', unit: 'V', min: 'battery - 0.5', max: null }),
    ]);
    const before = walk(plan, typed('one', 'battery', '12.4'), typed('one', 'atFan', '11.5'));
    expect(before.taken.atFan?.verdict.kind).to.equal('outOfSpec');
    const after = walk(
      plan,
      typed('one', 'battery', '12.4'),
      typed('one', 'atFan', '11.5'),
      typed('one', 'battery', '11.8'),
    );
    expect(after.taken.atFan?.verdict.kind).to.equal('inSpec');
  });
});

describe('the accuracy in a verdict', () => {
  const plan = planOf(
    [aReading('v', volts(12, 14.8))],
    {},
    { hookUp: aHookUp({ accuracy: { percent: 5, digits: 0 } }) },
  );
  const use = (instrument: ReturnType<typeof anInstrument> | null) =>
    ({ kind: 'instrumentChosen', measures: 'dcVolts', instrument }) as const;

  it('is the instrument’s own where the trail knows it, else the one that the plan assumes', () => {
    expect(walk(plan, typed('one', 'v', '12.20')).taken.v?.verdict.kind).to.equal('tooCloseToCall');
    const known = walk(plan, use(anInstrument()), typed('one', 'v', '12.20')).taken.v;
    expect([known?.verdict.kind, known?.instrument]).to.deep.equal(['inSpec', 'Bench meter']);
    expect(walk(plan, use(anInstrument()), use(null), typed('one', 'v', '12.20')).taken.v?.verdict.kind).to.equal(
      'tooCloseToCall',
    );
  });
});

describe('too close to call', () => {
  const close = (tooClose: Plan['tooClose']) => planOf([aReading('v', volts(12, null))], { tooClose });
  const asks = (trail: Trail) => refused(trail, taken('one', 'on'));

  it('goes by the displayed value where the plan says so', () =>
    expect(walk(close('asNominal'), typed('one', 'v', '12.0'), taken('one', 'on')).waymarks).to.have.length(1));

  it('is measured once more, and then goes by the displayed value', () => {
    const plan = close('repeat');
    expect(asks(walk(plan, typed('one', 'v', '12.0')))).to.include('Measure again');
    const trail = walk(plan, typed('one', 'v', '12.0'), typed('one', 'v', '12.01'), taken('one', 'on'));
    expect(trail.waymarks[0]?.taken[0]?.tries.map(({ kind }) => kind)).to.deep.equal(['tooCloseToCall']);
  });

  it('wants a better instrument, or a reason why there is none', () => {
    const plan = close('betterInstrument');
    const trail = walk(plan, typed('one', 'v', '12.0'), typed('one', 'v', '12.0'));
    expect(asks(trail)).to.include('better instrument');
    expect(asks(walk(plan, typed('one', 'v', '12.4')))).to.equal('it was taken');
    const accept = {
      kind: 'closeCallAccepted',
      stepId: 'one',
      readingId: 'v',
      reason: 'No better meter here',
    } as const;
    const accepted = walk(plan, typed('one', 'v', '12.0'), accept, taken('one', 'on'));
    expect(accepted.waymarks[0]?.taken[0]?.acceptedBecause).to.equal('No better meter here');
    expect(refused(walk(plan, typed('one', 'v', '13')), accept)).to.include('not too close to call');
  });
});

describe('entries of each kind', () => {
  const rows = (readingId: string, ...texts: string[]) => entered('one', readingId, { kind: 'rows', texts });
  const plan = planOf([
    aReading('plugs', {
      kind: 'siblings',
      rule: 'median',
      unit: 'A',
      members: ['a', 'b', 'c'].map((id) => ({ id, name: id })),
      spread: 1,
      as: 'absolute',
    }),
    aReading('gone', { kind: 'change', unit: 'V', action: '', direction: 'fall', atLeast: 1, atMost: null }),
    aReading('drops', { kind: 'count', what: 'dropouts', inSeconds: 10, min: null, max: 0, sections: [] }),
  ]);

  it('are judged together, and give the case that an outcome asks for', () => {
    const trail = walk(plan, rows('plugs', '10', '10', '4'), rows('gone', '5', '0.1'));
    expect(trail.taken.plugs?.verdict.zone.id).to.equal('c');
    expect(trail.taken.plugs?.rows.map(({ label }) => label)).to.deep.equal(['a', 'b', 'c']);
    expect(trail.taken.gone?.reading).to.include({ value: -4.9 });
  });

  it('are refused with the row that is wrong', () =>
    expect(refused(walk(plan), rows('plugs', '10', '1.2.3', '4'))).to.match(
      /^b: “1\.2\.3” has more than one decimal mark/,
    ));

  it('are refused where they are of another kind or another length', () => {
    expect(refused(walk(plan), rows('plugs', '10', '4'))).to.include('row of 3 numbers');
    expect(refused(walk(plan), typed('one', 'plugs', '10'))).to.include('row of numbers');
    expect(refused(walk(plan), typed('one', 'drops', '10'))).to.include('expects a count');
  });

  it('say how long there is still to be counted', () =>
    expect(refused(walk(plan), entered('one', 'drops', { kind: 'counted', counts: [0], seconds: 4.6 }))).to.equal(
      'Counted for 4 of 10 s. Go on counting until the time is up.',
    ));

  it('turn the sign round where the leads were swapped', () => {
    const volt = planOf([aReading('v', volts(12, null))]);
    const swapped = walk(volt, entered('one', 'v', { kind: 'typed', text: '-12.4', leadsSwapped: true }));
    expect(swapped.taken.v?.reading).to.include({ value: 12.4, text: '-12.4' });
    expect(swapped.taken.v?.verdict.kind).to.equal('inSpec');
  });
});

describe('a state that must settle', () => {
  const plan = planOf([aReading('v', volts(null, 0.05))], {}, { needs: [aNeed('buses', 'asleep', 120)] });
  const asleep = { kind: 'stateConfirmed', stepId: 'one', state: [{ what: 'buses', is: 'asleep' }] } as const;
  const after = (seconds: number) => ({
    ...(events(typed('one', 'v', '0.01'))[0] as TrailEvent),
    id: 'r',
    atMs: 1000 + seconds * 1000,
  });

  it('keeps the step shut until the time is up', () => {
    const trail = walk(plan, asleep);
    expect(settledAtMs(trail, indexPlan(plan).steps.get('one')?.needs ?? [])).to.equal(121_000);
    expect(refused(trail, typed('one', 'v', '0.01'))).to.include('not settled yet');
    expect(applyTrailEvent(trail, after(120)).ok).to.equal(true);
  });

  it('begins again when the state is confirmed anew', () => {
    const trail = walk(plan, asleep, { ...asleep, state: [{ what: 'buses', is: 'awake' }] }, asleep);
    expect(settledAtMs(trail, [{ what: 'buses' }])).to.equal(123_000);
  });

  it('need not be waited for with a reason, which stays with the result', () => {
    const trail = walk(plan, asleep, {
      kind: 'stateOverridden',
      stepId: 'one',
      state: [{ what: 'buses', is: 'asleep' }],
      reason: 'It is silent already',
    });
    expect(applyTrailEvent(trail, after(3)).ok).to.equal(true);
    expect(trail.overridden[0]).to.include({ what: 'buses', reason: 'It is silent already' });
  });
});

describe('a pause', () => {
  const plan = planOf(
    [aReading('v', volts(12, null))],
    {},
    { needs: [aNeed('ignition', 'on'), aNeed('C31', 'unplugged')] },
  );
  const state = {
    kind: 'stateConfirmed',
    stepId: 'one',
    state: [
      { what: 'C31', is: 'unplugged' },
      { what: 'ignition', is: 'on' },
    ],
  } as const;
  const pause = { kind: 'paused', reason: 'Lunch' } as const;

  it('keeps the place, and asks again for what may have changed', () => {
    const paused = walk(plan, state, pause);
    expect(paused.paused).to.include({ reason: 'Lunch', by: 'Tobi Lunde' });
    const resumed = walk(plan, state, pause, { kind: 'resumed' });
    expect([resumed.paused, resumed.believed]).to.deep.equal([undefined, { C31: 'unplugged' }]);
    expect(resumed.at).to.deep.equal({ kind: 'step', stepId: 'one' });
  });

  it('ends when somebody works on it', () =>
    expect(walk(plan, state, pause, typed('one', 'v', '12.4')).paused).to.equal(undefined));
  it('cannot be ended when there is none', () =>
    expect(refused(walk(plan), { kind: 'resumed' })).to.include('not paused'));
});

describe('what is noted beside the way', () => {
  const plan = aPlan();
  const remark = { kind: 'remarkMade', stepId: 'ground', about: 'wrongPin', text: 'It is pin 3' } as const;
  const photo = (caption: string) =>
    ({ kind: 'photoAdded', stepId: 'look', photoId: 'a'.repeat(64), caption, marks: [] }) as const;

  it('is kept with its step, and changes nothing else', () => {
    const [plain, noted] = [walk(plan), walk(plan, remark, photo('Corroded'))];
    expect(noted.remarks[0]).to.include({ stepId: 'ground', about: 'wrongPin', by: 'Tobi Lunde' });
    expect([noted.at, noted.taken]).to.deep.equal([plain.at, plain.taken]);
  });

  it('replaces a picture that is marked anew', () =>
    expect(walk(plan, photo('a'), photo('b')).photos.map(({ caption }) => caption)).to.deep.equal(['b']));

  it('has its place after the end too', () => {
    const ended = reduceTrail(
      planOf([]),
      events(
        opened,
        taken('one', 'on'),
        taken('two', 'end'),
        { kind: 'concluded', conclusionId: 'motor' },
        {
          ...remark,
          stepId: 'two',
        },
      ),
    );
    expect(ended.ok && ended.value.remarks).to.have.length(1);
  });

  it('belongs to a step of the plan', () =>
    expect(refused(walk(plan), { ...remark, stepId: 'gone' })).to.include('not at the step'));
});
