import { expect } from 'chai';
import { holdPhysicalCheck, type PhysicalCheck, sayPhysicalCheck, type ToldValue } from './index.js';

const told =
  (values: Readonly<Record<string, readonly [number, string]>>) =>
  (key: string): ToldValue | undefined => {
    const found = values[key];
    return found && { value: found[0], unit: found[1] };
  };

const atRest: PhysicalCheck = {
  value: 'A10.boostPressure',
  when: 'engine off',
  is: { kind: 'agrees', with: ['A10.ambientPressure'], unit: 'kPa(abs)', within: 2.5 },
};
const afterNight: PhysicalCheck = {
  value: 'A10.coolantTemperature',
  when: 'after a night',
  is: { kind: 'agrees', with: ['A10.intakeAirTemperature', 'A50.outsideTemperature'], unit: '°C', within: 3 },
};
const between: PhysicalCheck = {
  value: 'A10.ambientPressure',
  when: '',
  is: { kind: 'between', unit: 'kPa(abs)', min: 85, max: 106 },
};

describe('what physics say of a value', () => {
  it('is said in words, by the names that are used here', () => {
    expect(sayPhysicalCheck(atRest)).to.equal('engine off: within 2.5 kPa of A10.ambientPressure');
    expect(sayPhysicalCheck(afterNight, (key) => key.slice(4))).to.equal(
      'after a night: within 3 Δ°C of intakeAirTemperature, outsideTemperature',
    );
    expect(sayPhysicalCheck(between)).to.equal('85 to 106 kPa(abs)');
  });
  for (const [what, check, values, held] of [
    [
      'holds at the edge',
      atRest,
      { 'A10.boostPressure': [101.1, 'kPa(abs)'], 'A10.ambientPressure': [98.6, 'kPa(abs)'] },
      { kind: 'holds' },
    ],
    [
      'is off beyond it',
      atRest,
      { 'A10.boostPressure': [120.1, 'kPa(abs)'], 'A10.ambientPressure': [98.6, 'kPa(abs)'] },
      { kind: 'off', by: '21.5 kPa' },
    ],
    [
      'holds in other units of the same kind',
      atRest,
      { 'A10.boostPressure': [0.986, 'bar(abs)'], 'A10.ambientPressure': [986, 'mbar(abs)'] },
      { kind: 'holds' },
    ],
    ['is unknown where a value is gone', atRest, { 'A10.boostPressure': [98.6, 'kPa(abs)'] }, { kind: 'unknown' }],
    [
      'is unknown in a unit of another kind',
      atRest,
      { 'A10.boostPressure': [0, 'kPa(g)'], 'A10.ambientPressure': [98.6, 'kPa(abs)'] },
      { kind: 'unknown' },
    ],
    [
      'is off from the one that is farthest',
      afterNight,
      {
        'A10.coolantTemperature': [9, '°C'],
        'A10.intakeAirTemperature': [10, '°C'],
        'A50.outsideTemperature': [32, '°F'],
      },
      { kind: 'off', by: '9 Δ°C' },
    ],
    ['lies between', between, { 'A10.ambientPressure': [85, 'kPa(abs)'] }, { kind: 'holds' }],
    ['lies below', between, { 'A10.ambientPressure': [84, 'kPa(abs)'] }, { kind: 'off', by: '1 kPa' }],
    ['lies above', between, { 'A10.ambientPressure': [107.25, 'kPa(abs)'] }, { kind: 'off', by: '1.25 kPa' }],
  ] as const)
    it(what, () => expect(holdPhysicalCheck(check, told(values as never))).to.deep.equal(held));
  it('holds nothing against nothing', () =>
    expect(
      holdPhysicalCheck(
        { ...atRest, is: { ...atRest.is, with: [] } as never },
        told({ 'A10.boostPressure': [1, 'kPa(abs)'] }),
      ),
    ).to.deep.equal({ kind: 'unknown' }));
});
