import { expect } from 'chai';
import fc from 'fast-check';
import { parseReading } from '../reading/index.js';
import { type DoubtContext, type FixedSpec, findDoubt, zonesOf } from './index.js';

const band = (unit: string, min: number | null, max: number | null): FixedSpec => ({ kind: 'band', unit, min, max });

function doubtOf(text: string, spec: FixedSpec, more: DoubtContext = {}) {
  const reading = parseReading(text, { unit: spec.unit });
  if (!reading.ok) throw new Error(`${text} was refused`);
  return findDoubt(reading.value, { line: zonesOf(spec), ...more });
}

describe('findDoubt', () => {
  for (const [what, text, spec, want, more] of [
    ['MΩ for kΩ', '4.7 MΩ', band('kΩ', 4, 5), ['4.7 kΩ'], {}],
    ['Ω for kΩ', '4.7 Ω', band('kΩ', 4, 5), ['4.7 kΩ'], {}],
    ['mΩ for MΩ', '4.7 mΩ', band('MΩ', 2, null), ['4.7 MΩ'], {}],
    ['V for mV', '80 V', band('mV', 0, 200), ['80 mV'], {}],
    ['MV for mV', '200 MV', band('mV', 100, 300), ['200 mV'], {}],
    ['mV for V', '12.4 mV', band('V', 12, 14.8), ['12.4 V'], {}],
    ['a number in the wrong prefix', '12400', band('V', 12, 14.8), ['12400 mV'], {}],
    ['a point that was left out', '1450', band('V', 12, 14.8), ['14.50 V'], {}],
    ['swapped leads', '-12.4', band('V', 12, 14.8), ['12.4 V'], {}],
    ['a resistance below nothing', '-4.7', band('kΩ', 10, 20), ['4.7 kΩ'], {}],
    ['absolute typed as gauge', '238 kPa', band('kPa(g)', 120, 150), ['238 kPa(abs)'], { ambientKPa: 100 }],
    ['°F typed as °C', '185', band('°C', 80, 95), ['185 °F'], {}],
    ['a comma', '1,250', band('rpm', 700, 900), ['1.250 rpm', '1250 rpm'], {}],
    ['a comma with its unit', '1,250 V', band('V', null, 2000), ['1.250 V', '1250 V'], {}],
    ['a pressure without its zero', '35 psi', band('kPa(abs)', 200, 400), ['35 psi(g)', '35 psi(abs)'], {}],
    ['more than the clamp shows', '1120', band('A', 0, 2000), ['1120 mA', '112.0 A'], { instrumentEnd: 1000 }],
    ['more than a circuit can have', '480', band('V', null, null), ['480 mV', '48.0 V'], {}],
    ['a fault without its milli', '4870', band('V', 2.55, 3.25), ['4870 mV'], {}],
    ['more than a circuit can have, with its point elsewhere', '480', band('V', 100, 110), ['48.0 V'], {}],
    ['more than a circuit can have, which nothing explains', '999999', band('V', 100, 110), [], {}],
  ] as const)
    it(`asks about ${what}`, () => {
      const doubt = doubtOf(text, spec, more);
      expect(doubt?.slips.map((slip) => slip.text)).to.deep.equal(want);
      expect(doubt?.message).to.match(/\?$/);
    });

  for (const [what, text, want] of [
    ['126 V', '126', ['12.6 V']],
    ['12.6 mV', '12.6 mV', ['12.6 V']],
    ['0.3 V', '0.3', ['3 V']],
  ] as const)
    it(`asks about ${what} as a system voltage`, () => {
      const reading = parseReading(text, { unit: 'V' });
      const doubt = reading.ok ? findDoubt(reading.value, { usual: { least: 3, most: 36 } }) : undefined;
      expect(doubt?.slips.map((slip) => slip.text)).to.deep.equal(want);
    });

  for (const [what, text, spec, more] of [
    ['a reading in spec', '12.4', band('V', 12, 14.8), {}],
    ['a reading near the limits', '11.2', band('V', 12, 14.8), {}],
    ['a drop above its only limit', '0.62', band('V', null, 0.4), {}],
    ['a comma that can only be a decimal mark', '12,4', band('V', 12, 14.8), {}],
    ['three decimals behind nothing', '0,250', band('V', 0, 1), {}],
    ['two commas, which can only part thousands', '1,250,000', band('Ω', 1e6, 2e6), {}],
    ['three decimals with a point', '1.250', band('V', 1, 2), {}],
    ['an overload', 'OL', band('kΩ', 4, 5), {}],
    ['a pressure in the unit of the step', '238', band('kPa(abs)', 200, 300), {}],
    ['a pressure that says its zero', '35 psi(abs)', band('kPa(abs)', 200, 300), {}],
    ['a pressure while the air pressure is unknown', '238', band('kPa(g)', 120, 150), {}],
    ['what the clamp just shows', '1000', band('A', 0, 2000), { instrumentEnd: 1000 }],
    ['a high voltage where the limits are high', '420', band('V', 350, 450), {}],
    ['a negative voltage', '-0.3', band('V', -1, 1), {}],
  ] as const)
    it(`asks nothing about ${what}`, () => expect(doubtOf(text, spec, more)).to.equal(undefined));

  it('asks in one sentence', () =>
    expect(doubtOf('4.7 MΩ', band('kΩ', 4, 5))?.message).to.equal(
      '4.7 MΩ is out of spec. 4.7 kΩ would be in. Which did the meter show?',
    ));

  it('offers nothing but readings that can be typed, whatever was typed', () => {
    const specs = [
      band('V', 12, 14.8),
      band('kΩ', 2, 3),
      band('kPa(abs)', 100, 300),
      band('°C', 80, 95),
      band('rpm', 700, 900),
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...specs),
        fc.stringMatching(/^-?\d{1,5}([.,]\d{1,3})?( ?[mkM]?)$/),
        fc.constantFrom('', 'V', 'Ω', 'psi', '°F', 'A'),
        (spec, number, unit) => {
          const reading = parseReading(`${number}${unit}`, { unit: spec.unit });
          if (!reading.ok) return;
          const doubt = findDoubt(reading.value, { line: zonesOf(spec), ambientKPa: 98 });
          for (const { text } of doubt?.slips ?? [])
            expect(parseReading(text, { unit: spec.unit, ambientKPa: 98 }).ok, text).to.equal(true);
        },
      ),
      { numRuns: 2000 },
    );
  });
});
