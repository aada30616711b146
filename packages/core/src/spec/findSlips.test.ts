import { expect } from 'chai';
import { parseReading } from '../reading/index.js';
import { type FixedSpec, findSlips, saySlips, zonesOf } from './index.js';

const band = (unit: string, min: number | null, max: number | null): FixedSpec => ({ kind: 'band', unit, min, max });

function slipsOf(text: string, spec: FixedSpec, ambientKPa?: number) {
  const reading = parseReading(text, { unit: spec.unit });
  if (!reading.ok) throw new Error(`${text} was refused`);
  return findSlips(zonesOf(spec), reading.value, ambientKPa);
}

describe('findSlips', () => {
  for (const [what, text, spec, want, ambientKPa] of [
    ['MΩ for kΩ', '4.7 MΩ', band('kΩ', 4, 5), ['4.7 kΩ'], undefined],
    ['Ω for kΩ', '4.7 Ω', band('kΩ', 4, 5), ['4.7 kΩ'], undefined],
    ['V for mV', '80 V', band('mV', 0, 200), ['80 mV'], undefined],
    ['mV for V', '12.4 mV', band('V', 12, 14.8), ['12.4 V'], undefined],
    ['a number in the wrong prefix', '12400', band('V', 12, 14.8), ['12400 mV'], undefined],
    ['no slip: a drop above its only limit', '0.62', band('V', null, 0.4), [], undefined],
    ['swapped leads', '-12.4', band('V', 12, 14.8), ['12.4 V'], undefined],
    ['absolute typed as gauge', '238 kPa', band('kPa(g)', 120, 150), ['238 kPa(abs)'], 100],
    ['°F typed as °C', '185', band('°C', 80, 95), ['185 °F'], undefined],
  ] as const)
    it(`suspects ${what}`, () => {
      const found = slipsOf(text, spec, ambientKPa).map((slip) => slip.text);
      expect(found).to.deep.equal(want);
    });

  for (const [what, text, spec] of [
    ['a reading in spec', '12.4', band('V', 12, 14.8)],
    ['a reading near the limits', '11.2', band('V', 12, 14.8)],
    ['an overload', 'OL', band('kΩ', 4, 5)],
    ['a pressure while the air pressure is unknown', '238', band('kPa(g)', 120, 150)],
  ] as const)
    it(`asks nothing about ${what}`, () => expect(slipsOf(text, spec)).to.deep.equal([]));

  it('asks in one sentence', () => {
    const spec = band('kΩ', 4, 5);
    const reading = parseReading('4.7 MΩ', spec);
    if (!reading.ok) throw new Error('refused');
    expect(saySlips(reading.value, findSlips(zonesOf(spec), reading.value))).to.equal(
      '4.7 MΩ is out of spec. 4.7 kΩ would be in. Which did the meter show?',
    );
  });
});
