import { expect } from 'chai';
import fc from 'fast-check';
import { findUnit } from '../units/index.js';
import { scaleFaultIn } from './evaluateFormula.js';
import { evaluateFormula, type KnownValue, parseFormula, type ValueFor } from './index.js';

/** A fraction of whole numbers: what is computed with it is exact. */
class Fraction {
  constructor(
    readonly top: bigint,
    readonly bottom = 1n,
  ) {}
  static of(decimal: string): Fraction {
    const [whole = '0', digits = ''] = decimal.split('.');
    return new Fraction(BigInt(whole + digits), 10n ** BigInt(digits.length));
  }
  plus = (b: Fraction) => new Fraction(this.top * b.bottom + b.top * this.bottom, this.bottom * b.bottom);
  minus = (b: Fraction) => this.plus(new Fraction(-b.top, b.bottom));
  times = (b: Fraction) => new Fraction(this.top * b.top, this.bottom * b.bottom);
  over = (b: Fraction) => new Fraction(this.top * b.bottom, this.bottom * b.top);
  isBelow = (b: Fraction) => {
    const difference = this.minus(b);
    return difference.top * difference.bottom < 0n;
  };
  toNumber(): number {
    const scale = 10n ** 30n;
    return Number((this.top * scale) / this.bottom) / 1e30;
  }
}

/** Units of a quantity: how many of the coherent unit each is, and where its zero lies; both exact. */
const units = {
  time: [
    ['s', '1', '0'],
    ['ms', '0.001', '0'],
    ['min', '60', '0'],
    ['h', '3600', '0'],
  ],
  length: [
    ['m', '1', '0'],
    ['mm', '0.001', '0'],
    ['in', '0.0254', '0'],
    ['ft', '0.3048', '0'],
  ],
  voltage: [
    ['V', '1', '0'],
    ['mV', '0.001', '0'],
    ['kV', '1000', '0'],
  ],
  volume: [
    ['L', '0.001', '0'],
    ['mL', '0.000001', '0'],
  ],
} as const;

type Quantity = keyof typeof units;

const known = (value: number, unit: string, uncertainty = 0): KnownValue => ({ value, unit, uncertainty });
const values =
  (all: Readonly<Record<string, KnownValue>>): ValueFor =>
  (name) =>
    all[name] ?? `“${name}” is not known.`;
const result = (text: string, unit: string, all: Readonly<Record<string, KnownValue>>) => {
  const found = evaluateFormula(text, unit, values(all));
  return found.ok ? found.value.value : found.problem;
};

describe('a formula of mixed units', () => {
  for (const [text, unit, all, want] of [
    ['a - b', 's', { a: known(1, 'min'), b: known(30, 's') }, 30],
    ['a - b', 'min', { a: known(1, 'min'), b: known(30, 's') }, 0.5],
    ['a - b', 'mm', { a: known(1, 'in'), b: known(20, 'mm') }, 5.4],
    ['a - b', 'Δ°C', { a: known(212, '°F'), b: known(90, '°C') }, 10],
    ['a - b', 'Δ°F', { a: known(212, '°F'), b: known(90, '°C') }, 18],
    ['mean(a, b)', '°C', { a: known(212, '°F'), b: known(90, '°C') }, 95],
    ['(a + b) / 2', '°C', { a: known(212, '°F'), b: known(90, '°C') }, 95],
    ['min(a, b)', '°C', { a: known(212, '°F'), b: known(90, '°C') }, 90],
    ['max(a, b)', '°F', { a: known(212, '°F'), b: known(90, '°C') }, 212],
    // A bare number has the unit of the name beside it.
    ['max(a, 20)', '°F', { a: known(50, '°F') }, 50],
    ['max(a, 20)', '°C', { a: known(15, '°C') }, 20],
    ['a - 10', '°C', { a: known(50, '°F') }, (40 - 32) / 1.8],
    ['a - 10', '°C', { a: known(30, '°C') }, 20],
    ['100 - a', 'Δ°C', { a: known(30, '°C') }, 70],
    ['a + b', '°C', { a: known(30, '°C'), b: known(18, 'Δ°F') }, 40],
    ['q / i', 's', { q: known(70, 'Ah'), i: known(7, 'A') }, 36_000],
    ['q / i', 'h', { q: known(70, 'Ah'), i: known(7, 'A') }, 10],
    ['a / b', '%', { a: known(1, 'V'), b: known(2, 'V') }, 50],
    ['u * d', 'V', { u: known(12, 'V'), d: known(25, '%') }, 3],
    ['d - 5', '%', { d: known(25, '%') }, 20],
    ['100 - d', '%', { d: known(25, '%') }, 75],
    ['n * 20', 'Hz', { n: known(1500, 'rpm') }, 500],
    ['f / 20', 'rpm', { f: known(500, 'Hz') }, 1500],
    ['p - q', 'kPa(g)', { p: known(2.5, 'bar(g)'), q: known(50, 'kPa(g)') }, 200],
    ['p + ambientPressure', 'kPa(abs)', { p: known(50, 'kPa(g)'), ambientPressure: known(98, 'kPa(abs)') }, 148],
    ['p', 'kPa(abs)', { p: known(50, 'kPa(g)'), ambientPressure: known(98, 'kPa(abs)') }, 148],
    ['p', 'kPa(g)', { p: known(148, 'kPa(abs)'), ambientPressure: known(0.98, 'bar(abs)') }, 50],
    [
      'p - q',
      'kPa(g)',
      { p: known(148, 'kPa(abs)'), q: known(20, 'kPa(g)'), ambientPressure: known(98, 'kPa(abs)') },
      30,
    ],
    ['ambientPressure - 5', 'kPa(abs)', { ambientPressure: known(0.98, 'bar(abs)') }, 93],
    ['0.9 * ambientPressure', 'kPa(abs)', { ambientPressure: known(100, 'kPa(abs)') }, 90],
    ['a / b', 'mΩ', { a: known(0.5, 'V'), b: known(100, 'A') }, 5],
    ['5', 'mV', {}, 5000],
  ] as const)
    it(`${text} in ${unit} is ${want}`, () => expect(result(text, unit, all)).to.be.closeTo(want, 1e-9));

  for (const [text, unit, all, message] of [
    ['a / b', 'V', { a: known(1, 'V'), b: known(0, 'V') }, 'divides by zero'],
    ['sqrt(a)', 'V', { a: known(-4, 'V') }, 'takes a root of a negative number'],
    ['a ^ 0.5', 'V', { a: known(-4, 'V') }, 'takes a root of a negative number'],
    ['a + b', '°C', { a: known(20, '°C'), b: known(30, '°C') }, 'adds or multiplies temperatures'],
    ['2 * a', '°C', { a: known(20, '°C') }, 'adds or multiplies temperatures'],
    ['a', 'Δ°C', { a: known(20, '°C') }, 'gives a temperature where a difference is wanted'],
    ['max(a, b)', '°C', { a: known(20, '°C'), b: known(3, 'Δ°C') }, 'compares a point on a scale'],
    ['p', 'kPa(abs)', { p: known(50, 'kPa(g)') }, 'needs the pressure of the air'],
    ['p * q', 'kPa', { p: known(50, 'kPa(g)'), q: known(98, 'kPa(abs)') }, 'gauge and an absolute pressure'],
  ] as const)
    it(`${text} in ${unit} says that it ${message}`, () => expect(result(text, unit, all)).to.include(message));

  for (const [text, unit, units, message] of [
    ['a - b', '°C', { a: '°F', b: '°C' }, 'gives a temperature difference'],
    ['a - b', 'Δ°C', { a: '°F', b: '°C' }, undefined],
    ['mean(a, b)', '°C', { a: '°F', b: '°C' }, undefined],
    ['a + b', '°C', { a: '°F', b: '°C' }, 'adds or multiplies temperatures'],
    ['a - b', 'kPa(abs)', { a: 'kPa(g)', b: 'bar(g)' }, 'gives a pressure difference'],
    ['a - b', 'V', { a: 'V', b: 'mV' }, undefined],
  ] as const)
    it(`the plan check ${message === undefined ? 'takes' : 'refuses'} ${text} in ${unit}`, () => {
      const formula = parseFormula(text);
      const found =
        formula.ok &&
        scaleFaultIn(formula.value, unit, (name) => findUnit((units as Record<string, string>)[name] ?? ''));
      if (message === undefined) expect(found).to.equal(undefined);
      else expect(found).to.include(message);
    });

  it('comes to what exact fractions come to, whatever the units', () => {
    const quantity = fc.constantFrom(...(Object.keys(units) as Quantity[]));
    const decimal = fc
      .tuple(fc.nat(9999), fc.nat(3))
      .map(([digits, places]) => (digits / 10 ** places).toFixed(places));
    const read = fc.tuple(decimal, fc.nat(3));
    const operator = fc.constantFrom('plus', 'minus', 'smaller', 'larger', 'mean', 'ratio', 'product');
    fc.assert(
      fc.property(quantity, read, read, operator, fc.nat(3), (of, [x, xUnit], [y, yUnit], operator, wantedUnit) => {
        const all = units[of];
        const [unitX, unitY, wanted] = [xUnit, yUnit, wantedUnit].map((at) => all[at % all.length]) as [
          (typeof all)[number],
          (typeof all)[number],
          (typeof all)[number],
        ];
        const [a, b] = [Fraction.of(x).times(Fraction.of(unitX[1])), Fraction.of(y).times(Fraction.of(unitY[1]))];
        const given = { a: known(Number(x), unitX[0]), b: known(Number(y), unitY[0]) };
        const size = Fraction.of(wanted[1]);
        const formulas = {
          plus: ['a + b', a.plus(b).over(size), wanted[0]],
          minus: ['a - b', a.minus(b).over(size), wanted[0]],
          smaller: ['min(a, b)', (a.isBelow(b) ? a : b).over(size), wanted[0]],
          larger: ['max(a, b)', (a.isBelow(b) ? b : a).over(size), wanted[0]],
          mean: ['mean(a, b)', a.plus(b).over(size.times(new Fraction(2n))), wanted[0]],
          ratio: ['a / b', b.top === 0n ? undefined : a.over(b).times(new Fraction(100n)), '%'],
          product: ['a * b / b', b.top === 0n ? undefined : a.over(size), wanted[0]],
        } as const;
        const [text, exact, unit] = formulas[operator as keyof typeof formulas];
        const found = result(text, unit, given);
        if (exact === undefined) expect(found).to.include('divides by zero');
        else expect(found).to.be.closeTo(exact.toNumber(), Math.abs(exact.toNumber()) * 1e-11 + 1e-12);
      }),
      { numRuns: 3000 },
    );
  });
});

describe('the doubt of a formula', () => {
  const once = (name: string, value: number, uncertainty: number): KnownValue => ({
    value,
    unit: 'V',
    uncertainty,
    sources: new Map([[name, uncertainty]]),
  });

  it('cancels where two names come from one measurement', () => {
    const [a, b] = [once('a', 12, 0.05), once('b', 11, 0.5)];
    const difference = evaluateFormula('a - b', 'V', values({ a, b }));
    if (!difference.ok) throw new Error(difference.problem);
    expect(difference.value.uncertainty).to.be.closeTo(Math.hypot(0.05, 0.5), 1e-12);
    const again = evaluateFormula('d + b', 'V', values({ d: difference.value, b }));
    expect(again.ok && again.value.value).to.be.closeTo(12, 1e-12);
    expect(again.ok && again.value.uncertainty).to.be.closeTo(0.05, 1e-12);
  });

  it('is that of the whole formula however it is cut into parts', () =>
    fc.assert(
      fc.property(
        fc.tuple(fc.double({ min: 1, max: 20, noNaN: true }), fc.double({ min: 1, max: 20, noNaN: true })),
        fc.tuple(fc.double({ min: 0, max: 0.01, noNaN: true }), fc.double({ min: 0, max: 0.01, noNaN: true })),
        fc.constantFrom(
          ['a * b', 'part - a', 'a * b - a'],
          ['a / b', 'part * 12 * b', '12 * a'],
          ['a - b', 'part / a * b', '(a - b) / a * b'],
          ['a + b', 'part + part - b', '2 * a + b'],
        ),
        ([x, y], [dx, dy], [part, rest, whole]) => {
          const [a, b] = [once('a', x, dx), once('b', y, dy)];
          const unit = part === 'a * b' || part === 'a / b' ? undefined : 'V';
          const first = evaluateFormula(part, unit ?? (part === 'a / b' ? '%' : 'W'), values({ a, b }));
          if (!first.ok || unit === undefined) return;
          const second = evaluateFormula(rest, 'V', values({ a, b, part: first.value }));
          const direct = evaluateFormula(whole, 'V', values({ a, b }));
          if (!second.ok || !direct.ok) throw new Error('no value');
          expect(second.value.value).to.be.closeTo(direct.value.value, 1e-9 * Math.abs(direct.value.value) + 1e-9);
          expect(second.value.uncertainty).to.be.closeTo(
            direct.value.uncertainty,
            0.02 * direct.value.uncertainty + 1e-9,
          );
        },
      ),
    ));
});
