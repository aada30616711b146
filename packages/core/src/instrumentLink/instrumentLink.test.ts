import { expect } from 'chai';
import fc from 'fast-check';
import { asUsed, readAddress } from '../instrument/index.js';
import type { HookUp } from '../plan/index.js';
import { parseReading } from '../reading/index.js';
import { validate } from '../schema/index.js';
import { anInstrument } from '../testing/anInstrument.js';
import { aHookUp } from '../testing/aPlan.js';
import { leadsAtOf, type MeterAnswer, scopeRequestFor, scopeRequestSchema, textOfMeter } from './index.js';

const answer = (
  value: number,
  unit: string,
  resolution: number | null,
  more: Partial<MeterAnswer> = {},
): MeterAnswer => ({
  shows: 'number',
  value,
  unit,
  range: null,
  resolution,
  identity: 'a meter',
  ...more,
});

const textOf = (told: MeterAnswer, unit: string): string => {
  const text = textOfMeter(told, unit);
  return text.ok ? text.value : `! ${text.problem}`;
};

describe('what a meter shows', () => {
  for (const [told, unit, text] of [
    [answer(12.549871, 'V', 0.001), 'V', '12.550'],
    [answer(12.549871, 'V', 0.01), 'V', '12.55'],
    [answer(0.0123456, 'V', 0.00001), 'mV', '12.35'],
    [answer(-0.0004, 'V', 0.001), 'V', '-0.000'],
    [answer(8213.4, 'Ω', 1), 'kΩ', '8.213'],
    [answer(8213.4, 'Ω', 100), 'Ω', '8200'],
    [answer(4.7e6, 'Ω', 1000), 'Ω', '4700000'],
    [answer(40.04, '%', 0.1), '%', '40.0'],
    [answer(12.5, 'V', 0.0005), 'V', '12.5000'],
    [answer(1 / 3, 'V', null), 'V', '0.333333333'],
    [answer(20, '°C', 0.1), '°F', '68.0'],
    [answer(0, 'Ω', 0.1, { shows: 'above', value: null }), 'kΩ', 'OL'],
    [answer(0, 'V', 0.1, { shows: 'below', value: null }), 'V', '-OL'],
    [
      answer(0, 'V', 0.1, { shows: 'nothing', value: null }),
      'V',
      '! The meter shows nothing there. Are its leads where the step wants them?',
    ],
    [answer(12, 'V', 0.1), 'Ω', '! The meter shows V, and this is read in Ω. Which function is it set to?'],
  ] as const)
    it(`${told.shows === 'number' ? told.value : told.shows} ${told.unit} is “${text}” in ${unit}`, () => {
      expect(textOf(told, unit)).to.equal(text);
    });

  it('is read as what it shows, within half of its last place, in whichever unit', () => {
    const units = fc.constantFrom(['V', 'mV'], ['V', 'V'], ['Ω', 'kΩ'], ['Ω', 'MΩ'], ['A', 'mA'], ['Hz', 'kHz']);
    const number = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(units, number, fc.integer({ min: -6, max: 3 }), ([own = '', wanted = ''], value, place) => {
        const resolution = 10 ** place;
        const read = parseReading(textOf(answer(value, own, resolution), wanted), { unit: wanted });
        const by = { mV: 1000, kΩ: 1e-3, MΩ: 1e-6, mA: 1000, kHz: 1e-3 }[wanted] ?? 1;
        // A number has nine decimals at most.
        const within = Math.max((resolution * by) / 2, 0.5e-9) * 1.000001 + Math.abs(value * by) * 1e-12;
        expect(read.ok && read.value.kind === 'exact' && Math.abs(read.value.value - value * by) <= within).to.equal(
          true,
        );
      }),
    );
  });
});

describe('what a scope is asked for', () => {
  const scope: NonNullable<HookUp['scope']> = {
    coupling: 'DC',
    perDivision: { value: 200, unit: 'mA' },
    timePerDivision: { value: 10, unit: 'ms' },
    trigger: { edge: 'rising', level: { value: 0.1, unit: 'A' } },
  };
  const clamp = { direction: 'towards the coil', zeroFirst: true };
  const hookUp = aHookUp({ instrument: 'scope', scope, clamp, leads: [] });

  it('is what the step has, from zero to both edges of its screen', () => {
    const request = scopeRequestFor(hookUp, ['coil K41 86'], 'scope-1', 10);
    expect(request.ok && request.value).to.deep.equal({
      instrumentId: 'scope-1',
      channels: [
        {
          name: 'coil K41 86',
          unit: 'A',
          unitPerVolt: 10,
          coupling: 'DC',
          span: 3.2,
          leads: { red: 'coil K41 86', black: null },
        },
      ],
      seconds: 0.1,
      trigger: { channel: 0, edge: 'rising', level: 0.1 },
    });
    expect(request.ok && validate(scopeRequestSchema, request.value).ok).to.equal(true);
  });

  it('begins at once where the step waits for nothing, and lasts a minute at most', () => {
    const slow = { ...scope, trigger: null, timePerDivision: { value: 1, unit: 'h' } };
    const request = scopeRequestFor({ ...hookUp, scope: slow }, ['a'], 'scope-1', 1);
    expect(request.ok && [request.value.trigger, request.value.seconds]).to.deep.equal([null, 60]);
  });

  for (const [what, hooked, names, problem] of [
    ['no settings', { ...hookUp, scope: null }, ['a'], 'This step has no settings of a scope.'],
    ['too many channels', hookUp, ['a', 'b', 'c', 'd', 'e'], 'This step has 5 channels; a scope takes 4 at once.'],
    [
      'a trigger in another unit',
      { ...hookUp, scope: { ...scope, trigger: { edge: 'rising', level: { value: 1, unit: 'V' } } } },
      ['a'],
      'The settings of the scope in this step do not fit each other: see their units.',
    ],
    [
      'no time',
      { ...hookUp, scope: { ...scope, timePerDivision: { value: 1, unit: 'V' } } },
      ['a'],
      'The settings of the scope in this step do not fit each other: see their units.',
    ],
  ] as const)
    it(`is said to be missing with ${what}`, () => {
      const request = scopeRequestFor(hooked, names, 'scope-1', 1);
      expect(request.ok ? '' : request.problem).to.equal(problem);
    });
});

describe('where the leads are', () => {
  it('is at pins and places, or at what is measured', () => {
    const pin = { kind: 'pin', connectorId: 'C52', pin: '3' } as const;
    const place = { kind: 'place', name: 'battery −' } as const;
    const leads = [
      { colour: 'red', how: '', at: pin },
      { colour: 'black', how: '', at: place },
    ] as const;
    expect(leadsAtOf({ leads, clamp: null }, 'x')).to.deep.equal({ red: 'C52·3', black: 'battery −' });
    expect(leadsAtOf({ leads: leads.slice(0, 1), clamp: null }, 'x')).to.deep.equal({ red: 'C52·3', black: null });
    expect(leadsAtOf({ leads: [], clamp: null }, 'x')).to.deep.equal({ red: 'x', black: null });
    const clamp = { direction: '', zeroFirst: false };
    expect(leadsAtOf({ leads, clamp }, 'x')).to.deep.equal({ red: 'x', black: null });
  });
});

describe('the address of an instrument', () => {
  for (const [text, host, port] of [
    ['192.168.8.20', '192.168.8.20', 5025],
    ['meter-1.local:5555', 'meter-1.local', 5555],
    ['[fe80::1]:80', 'fe80::1', 80],
    ['m', 'm', 5025],
  ] as const)
    it(`${text} is ${host} at ${port}`, () => {
      expect(readAddress(text)).to.deep.equal({ kind: 'network', host, port });
    });
  for (const text of [
    '',
    'http://meter',
    'meter:0',
    'meter:65536',
    'meter one',
    'meter:',
    ':5025',
    '-meter',
    'a\nb',
    'me@ter',
  ])
    it(`“${text}” is none`, () => {
      expect(readAddress(text)).to.equal(undefined);
    });
  it('is none of what a trail keeps', () => {
    expect(asUsed({ ...anInstrument(), address: 'stand-in' })).to.deep.equal(anInstrument());
  });
});
