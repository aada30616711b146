import { expect } from 'chai';
import * as fc from 'fast-check';
import {
  type CapturedMeasure,
  captureSourceSchema,
  detectorKinds,
  fitFacts,
  nothingKnown,
  type Reference,
} from '../captureSource/index.js';
import { validate } from '../schema/index.js';
import { addNoise, coilCurrent, cylinderPressure, motorCurrent } from '../signalModel/index.js';
import { findUnit } from '../units/index.js';
import { sumUp } from '../waveform/index.js';
import {
  channelsFor,
  detectors,
  type FactKind,
  type MeasuredChannel,
  plainFacts,
  referenceFrom,
  sourceOf,
  takeCaptured,
  textOfFact,
} from './index.js';

const channelOf = (samples: Float32Array, stepMs: number, name = 'clamp', unit = 'A'): MeasuredChannel => ({
  name,
  unit,
  signal: { samples, stepMs },
  siblings: [],
});

const bars = [1, 1.02, 0.98, 1, 0.97, 1.01, 0.99, 1, 1.02, 1];
const motorOf = (worn: readonly number[]) =>
  channelOf(
    addNoise(
      motorCurrent(
        {
          onMs: 40,
          offMs: 1040,
          stallMs: null,
          supplyV: 12.6,
          ohms: 0.5,
          electricalMs: 1,
          mechanicalMs: 25,
          rpm: 2700,
          slowing: 0,
          runningA: 4,
          bars: worn,
          ripple: 0.2,
        },
        { stepMs: 0.05, lengthMs: 1200 },
      ),
      0.03,
      1,
    ),
    0.05,
  );
const coilOf = (pullInMs: number | null, ohms = 14) =>
  channelOf(
    addNoise(
      coilCurrent(
        { onMs: 10, offMs: 90, supplyV: 12.4, ohms, henries: 0.1, pullInMs, travelMs: 5, backShare: 0.75 },
        { stepMs: 0.02, lengthMs: 120 },
      ),
      0.004,
      2,
    ),
    0.02,
  );

const detect = (detector: (typeof detectorKinds)[number], fact: string, known = {}): CapturedMeasure => ({
  kind: 'detector',
  detector,
  known: { ...nothingKnown, ...known },
  fact,
});
const between = (from: string | null, to: string | null, fact: string): CapturedMeasure => ({
  kind: 'between',
  detector: 'motor',
  known: nothingKnown,
  from,
  to,
  fact,
});
const held = (fact: keyof typeof fitFacts, band = 0.1, isStretched = false): CapturedMeasure => ({
  kind: 'reference',
  partCardId: 'part',
  referenceId: 'good',
  band,
  isStretched,
  fact,
});

const taken = (...args: Parameters<typeof takeCaptured>) => {
  const result = takeCaptured(...args);
  if (!result.ok) throw new Error(result.problem);
  return result.value;
};
const problem = (...args: Parameters<typeof takeCaptured>) => {
  const result = takeCaptured(...args);
  return result.ok ? `it gave ${result.value.fact.value}` : result.problem;
};
const good = (channel: MeasuredChannel, points = 400): Reference => {
  const made = referenceFrom('good', channel, points);
  if (typeof made === 'string') throw new Error(made);
  return made;
};

describe('a reading that is measured on a capture', () => {
  const motor = motorOf(bars);

  it('is a fact of what the channel is read as, with the place where it was measured', () => {
    const running = taken(detect('motor', 'running'), motor);
    // The model runs at 4 A once it has settled; its mean holds some of the way down.
    expect(running.fact.value).to.be.closeTo(4, 0.2);
    expect(running.span.fromMs).to.be.within(80, 250);
    expect(running.span.toMs).to.be.closeTo(1040, 5);
    const { samples, stepMs } = motor.signal;
    const own = sumUp({ samples: samples.slice(running.span.fromMs / stepMs, running.span.toMs / stepMs), stepMs });
    expect(running.fact.value).to.be.closeTo(own?.mean.value ?? 0, 0.01);
    const dip = taken(detect('coil', 'dipTime'), coilOf(15));
    expect(dip.span.toMs - dip.span.fromMs).to.be.closeTo(dip.fact.value, 1e-9);
  });

  it('is measured between two events, or from the beginning to the end', () => {
    const part = taken(between('running', 'off', 'mean'), motor);
    expect(part.fact.value).to.be.closeTo(taken(detect('motor', 'running'), motor).fact.value, 0.01);
    const whole = taken({ ...between(null, null, 'max'), detector: null } as CapturedMeasure, motor);
    expect(whole.fact.value).to.equal(sumUp(motor.signal)?.max.value);
    expect(taken(between('on', 'off', 'length'), motor).fact.value).to.be.closeTo(1000, 3);
    expect(problem(between('held', null, 'mean'), motor)).to.equal('“clamp”: there is no “held” in it.');
    expect(problem(between('off', 'on', 'mean'), motor)).to.equal('“clamp”: there is no “on” after “off”.');
  });

  it('says the height of the oddest bar also where all are alike, once their number is known', () => {
    const odd = bars.map((height, bar) => (bar === 6 ? 0.4 : height));
    expect(taken(detect('motor', 'oddBar', { bars: 10 }), motor).fact.value).to.be.within(85, 115);
    expect(taken(detect('motor', 'oddBar', { bars: 10 }), motorOf(odd)).fact.value).to.be.below(60);
    expect(problem(detect('motor', 'oddBar'), motorOf(Array(10).fill(1)))).to.contain('does not show');
  });

  it('is measured where somebody has set the markers, and says so', () => {
    const span = { fromMs: 500, toMs: 700 };
    const { samples, stepMs } = motor.signal;
    const own = sumUp({ samples: samples.slice(500 / stepMs, 700 / stepMs + 1), stepMs });
    const mean = taken(detect('motor', 'running'), motor, span);
    expect([mean.fact.value, mean.byHand, mean.span]).to.deep.equal([own?.mean.value, true, span]);
    expect(taken(detect('motor', 'inrush'), motor, span).fact.value).to.equal(own?.max.value);
    expect(taken(detect('coil', 'dipTime'), coilOf(null), { fromMs: 10, toMs: 25.5 }).fact.value).to.equal(15.5);
    // Flags of a part stand where they are in the whole.
    const part = taken(detect('coil', 'dipDepth'), coilOf(15), { fromMs: 5, toMs: 80 });
    expect(part.flags[0]?.atMs).to.be.closeTo(10, 0.5);
  });

  it('is a slope or an area in units that limits have', () => {
    // 3 A at the beginning, and 40 A more each second, for half a second.
    const ramp = channelOf(
      Float32Array.from({ length: 5001 }, (_, at) => 3 + at * 0.004),
      0.1,
    );
    const part = (fact: string): CapturedMeasure =>
      ({ ...between(null, null, fact), detector: null }) as CapturedMeasure;
    const [slope, area] = [taken(part('slope'), ramp).fact, taken(part('area'), ramp).fact];
    expect([slope.unit, area.unit].map((unit) => findUnit(unit)?.base.quantity)).to.deep.equal([
      'currentRate',
      'charge',
    ]);
    expect(slope.value).to.be.closeTo(40, 1e-3);
    expect(area.value).to.be.closeTo(3 * 0.5 + (40 * 0.5 ** 2) / 2, 0.005);
  });

  it('says by how many degrees valves move later than in the known-good one, each against its own tops', () => {
    const cylinderOf = (intakeCloses: number, exhaustOpens: number, rpm: number, lengthMs: number, seed: number) => {
      const model = { compressionRatio: 10, rodRatio: 3.3, exhaustCloses: 371, intakeKPa: 96, exhaustKPa: 102 };
      const sampling = { stepMs: 0.5, lengthMs };
      const samples = cylinderPressure({ ...model, rpm, exhaustOpens, intakeCloses, tightness: 0.94 }, sampling);
      return channelOf(addNoise(samples, 0.5, seed), 0.5);
    };
    // The known-good one turned at another speed, and began elsewhere in the cycle.
    const reference = good(cylinderOf(588, 142, 240, 1000, 1), 2000);
    for (const [intake, exhaust] of [
      [588, 142],
      [598, 142],
      [580, 150],
      [588, 132],
    ] as const) {
      const own = cylinderOf(intake, exhaust, 290, 3000, 2);
      const [intakeLater, exhaustLater] = [
        taken(held('intakeLater'), own, undefined, reference).fact,
        taken(held('exhaustLater'), own, undefined, reference).fact,
      ];
      expect(intakeLater.value).to.be.closeTo(intake - 588, 2, `intake ${intake}`);
      expect(exhaustLater.value).to.be.closeTo(exhaust - 142, 2, `exhaust ${exhaust}`);
      expect(intakeLater.uncertainty).to.be.within(0, 6);
    }
    expect(problem(held('intakeLater'), coilOf(15), undefined, good(coilOf(15)))).to.contain('No whole cycle');
  });

  it('is held against a known-good one: the same is inside, a stuck armature and a late one are not', () => {
    const reference = good(coilOf(15));
    expect(taken(held('outside'), coilOf(15), undefined, reference).fact.value).to.equal(0);
    expect(taken(held('outside'), coilOf(null), undefined, reference).fact.value).to.be.above(3);
    expect(taken(held('correlation'), coilOf(15), undefined, reference).fact.value).to.be.above(99.9);
    const { picture } = sourceOf(taken(held('outside'), coilOf(15), undefined, reference), coilOf(15), null);
    expect(picture.against).to.have.length(picture.lows.length);
    for (const [cell, value] of picture.against.entries())
      expect(value).to.be.closeTo(picture.lows[cell] ?? 0, 0.08, `cell ${cell}`);
    const late = channelOf(
      coilOf(15).signal.samples.map((_, at, all) => all[Math.max(0, at - 250)] ?? 0),
      0.02,
    );
    expect(taken(held('delay'), late, undefined, reference).fact.value).to.be.closeTo(5, reference.stepMs);
    expect(problem(held('outside'), coilOf(15))).to.contain('not on its part card');
    expect(problem(held('outside'), { ...coilOf(15), unit: 'V' }, undefined, reference)).to.contain('in V');
    const slow = channelOf(
      Float32Array.from({ length: 40 }, (_, at) => at % 3),
      3,
    );
    expect(problem(held('outside'), slow, undefined, reference)).to.match(/sampled more slowly.*samples a second/);
  });

  it('says that the instrument has cut it off', () => {
    const cut = channelOf(
      motor.signal.samples.map((sample) => Math.min(sample, 12)),
      motor.signal.stepMs,
    );
    expect(taken(detect('motor', 'inrush'), cut).notes.join()).to.contain('Clipped at 12 A');
    expect(taken(detect('motor', 'inrush'), motor).notes.join()).not.to.contain('Clipped');
    expect(taken(between('on', 'running', 'max'), cut).notes.join()).to.contain('Clipped at 12 A');
  });

  it('needs the unit of its channel, samples, and something to measure', () => {
    expect(problem(detect('motor', 'running'), { ...motor, unit: '' })).to.contain('has no unit');
    expect(problem(detect('motor', 'running'), channelOf(new Float32Array(0), 1))).to.contain('no samples');
    expect(problem(detect('motor', 'weight'), motor)).to.contain('has no “weight”');
    expect(problem(detect('motor', 'constructor'), motor)).to.contain('has no “constructor”');
    expect(problem(detect('cranking', 'rpm'), motor)).to.contain('how many cylinders');
  });

  it('is entered with the digits that are sure, and a number of things as it is', () => {
    const text = (value: number, uncertainty: number | null, unit: string) =>
      textOfFact({ id: '', name: '', value, uncertainty, unit });
    expect(text(4.02927, 0.00087, 'A')).to.equal('4.029 A');
    expect(text(2732.2, 3.6, 'rpm')).to.equal('2732 rpm');
    expect(text(38.4085, null, '%')).to.equal('38.4 %');
    expect(text(0, null, '%')).to.equal('0.0 %');
    expect(text(3, null, '')).to.equal('3 ×');
    expect(text(-0.00001234, 1e-9, 'V')).to.match(/^-0\.0000123\d* V$/);
  });

  it('keeps what fits its schema, whatever was captured (fuzz)', () => {
    const measures: readonly CapturedMeasure[] = [
      ...detectorKinds.flatMap((kind) => {
        const facts: Readonly<Record<string, FactKind>> = detectors[kind].facts;
        return Object.keys(facts)
          .slice(0, 4)
          .map((fact) => detect(kind, fact, { cylinders: 4, eventsPerTurn: 2, teeth: 12 }));
      }),
      ...Object.keys(plainFacts).map((fact) => between(null, null, fact)),
      ...(Object.keys(fitFacts) as (keyof typeof fitFacts)[]).map((fact) => held(fact)),
    ];
    const reference = good(coilOf(15));
    const sample = fc.oneof(
      fc.double({ min: -10, max: 10, noNaN: true }),
      fc.constantFrom(0, 5, 5, 5, Number.NaN, Number.POSITIVE_INFINITY, 1e-30, -1e30, 1e13),
    );
    fc.assert(
      fc.property(
        fc.array(sample, { maxLength: 800 }),
        fc.constantFrom(0.001, 0.3, 50),
        fc.constantFrom(...measures),
        fc.option(
          fc.tuple(fc.double({ min: -10, max: 400, noNaN: true }), fc.double({ min: -10, max: 400, noNaN: true })),
        ),
        (samples, stepMs, measure, hand) => {
          const channel = channelOf(Float32Array.from(samples), stepMs, 'A'.repeat(130));
          const byHand = hand ? { fromMs: Math.min(...hand), toMs: Math.max(...hand) } : undefined;
          const result = takeCaptured(measure, channel, byHand, reference);
          if (!result.ok) {
            expect(result.problem).to.be.a('string').and.not.equal('');
            return;
          }
          const source = sourceOf(result.value, channel, null);
          const kept = validate(captureSourceSchema, JSON.parse(JSON.stringify(source)));
          expect(kept.ok, JSON.stringify(kept)).to.equal(true);
        },
      ),
      { numRuns: 1500 },
    );
  }).timeout(120_000);
});

describe('the channels of a capture', () => {
  const there = ['CH 1', 'Front', 'rear  left'].map((name, at) => ({ key: `k${at}`, name }));

  it('are found by their names, and those that are left over by their order', () => {
    expect(channelsFor(['front', 'Rear left'], there)).to.deep.equal({ front: 'k1', 'Rear left': 'k2' });
    expect(channelsFor(['front', 'rear left', 'rear right'], there)).to.deep.equal({
      front: 'k1',
      'rear left': 'k2',
      'rear right': 'k0',
    });
    // Of two that are left over nobody knows which it is.
    expect(channelsFor(['front', 'middle'], there)).to.deep.equal({ front: 'k1' });
    expect(channelsFor(['a', 'b', 'c'], there)).to.deep.equal({ a: 'k0', b: 'k1', c: 'k2' });
  });

  it('of one name: the first of them', () => {
    expect(
      channelsFor(
        ['x'],
        [
          { key: 'a', name: 'x' },
          { key: 'b', name: 'X' },
        ],
      ),
    ).to.deep.equal({ x: 'a' });
  });
});
