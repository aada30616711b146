import { expect } from 'chai';
import { parseReading, type Reading } from '../reading/index.js';
import { zonesOf } from '../spec/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { accuracyOf, sayInstrumentWarning, warningsOf } from './index.js';

const meter = anInstrument();
const read = (text: string, unit: string): Reading => {
  const result = parseReading(text, { unit });
  if (!result.ok) throw new Error(`${text} was refused`);
  return result.value;
};

describe('accuracyOf', () => {
  for (const [text, unit, asked, want] of [
    ['0.120', 'V', null, 0.0016],
    ['12.40', 'V', null, 0.082],
    ['120', 'mV', null, 1.6],
    ['0.12', 'V', { value: 20, unit: 'V' }, 0.0206],
    ['-12.40', 'V', null, 0.082],
    ['900', 'V', null, 8.5],
  ] as const)
    it(`${text} ${unit}${asked ? ` in the ${asked.value} ${asked.unit} range` : ''} is sure to ${want} ${unit}`, () => {
      const reading = read(text, unit);
      expect(accuracyOf(meter, 'dcVolts', reading, asked)).to.be.closeTo(want, 1e-9);
    });

  it('is computed in the unit of the instrument, and said in that of the reading', () => {
    const range = { upTo: 200, lastPlace: 1, percent: 1, digits: 2 };
    const thermometer = { ...meter, functions: [{ measures: 'temperature' as const, unit: '°C', ranges: [range] }] };
    // 194 °F are 90 °C: 0.9 °C and two digits of 1 °C are 5.22 °F.
    expect(accuracyOf(thermometer, 'temperature', read('194', '°F'), null)).to.be.closeTo(2.9 * 1.8, 1e-9);
    const gauge = {
      ...meter,
      functions: [{ measures: 'pressure' as const, unit: 'kPa(g)', ranges: [{ ...range, upTo: 1000 }] }],
    };
    const absolute = read('300', 'kPa(abs)');
    expect(accuracyOf(gauge, 'pressure', absolute, null, 100)).to.be.closeTo(4, 1e-9);
    expect(accuracyOf(gauge, 'pressure', absolute, null)).to.equal(undefined);
  });

  it('is not known for what the instrument cannot measure, and for OL', () => {
    expect(accuracyOf(meter, 'ohms', read('12', 'Ω'), null)).to.equal(undefined);
    expect(accuracyOf(meter, 'dcVolts', read('12', 'Ω'), null)).to.equal(undefined);
    expect(accuracyOf(meter, 'dcVolts', read('OL', 'V'), null)).to.equal(undefined);
  });
});

describe('warningsOf', () => {
  const limits = (min: number | null, max: number | null, uncertainty: number) => ({
    line: zonesOf({ kind: 'band', unit: 'V', min, max }),
    unit: 'V',
    uncertaintyAt: () => uncertainty,
  });
  const messages = (nowMs: number, ...more: Parameters<typeof limits> | []) =>
    warningsOf(meter, 'dcVolts', nowMs, more.length === 3 ? limits(...more) : undefined).map((warning) =>
      sayInstrumentWarning(warning, meter.name),
    );

  it('says nothing of a good instrument', () => expect(messages(1000, 12, 14.8, 0.08)).to.deep.equal([]));
  it('says that the calibration has run out', () =>
    expect(messages(3000)).to.deep.equal(['The calibration of Bench meter has expired.']));
  it('says that it is coarse for narrow limits', () =>
    expect(messages(1000, 0.4, 0.5, 0.02)).to.deep.equal(['Bench meter is coarse for this limit: ±0.02 V at 0.4 V.']));
  it('compares a limit that is open on one side with itself', () => {
    expect(messages(1000, null, 0.2, 0.02)).to.deep.equal([]);
    expect(messages(1000, null, 0.2, 0.06)).to.have.length(1);
  });
  it('says that it does not measure this', () =>
    expect(warningsOf(meter, 'ohms', 1000).map(({ kind }) => kind)).to.deep.equal(['cannotMeasure']));
});
