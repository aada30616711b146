import { validate } from '@probe-trail/core/schema';
import { specSchema, type ZonesSpec } from '@probe-trail/core/spec';
import { expect } from 'chai';
import { specKinds, specOfKind, withCutAt, withNewCut, withoutZone, withZone } from './specKinds';

const zone = (id: string, ok = false) => ({ id, name: id, meaning: '', ok });
const zones: ZonesSpec = {
  kind: 'zones',
  unit: 'V',
  cuts: [1, 2],
  zones: [zone('low'), zone('good', true), zone('high')],
};

describe('specOfKind', () => {
  it('keeps unit and limits from zones to a band and on to a tolerance', () => {
    const band = specOfKind('band', zones);
    expect(band).to.deep.equal({ kind: 'band', unit: 'V', min: 1, max: 2 });
    expect(specOfKind('tolerance', band)).to.deep.equal({
      kind: 'tolerance',
      unit: 'V',
      nominal: 1.5,
      tolerance: 0.5,
      as: 'absolute',
    });
  });
  for (const from of specKinds)
    for (const to of specKinds)
      it(`from ${from.value} to ${to.value} gives a spec that can be saved`, () =>
        expect(validate(specSchema, specOfKind(to.value, specOfKind(from.value, undefined))).ok).to.equal(true));
});

describe('zones', () => {
  it('a new cut brings a new zone, and taking the zone away gives the old spec back', () => {
    const more = withNewCut(zones, 'new');
    expect(more.cuts).to.deep.equal([1, 2, 3]);
    expect(validate(specSchema, more).ok).to.equal(true);
    expect(withoutZone(more, 'new')).to.deep.equal(zones);
  });
  it('the first zone leaves its stretch to the second', () =>
    expect(withoutZone(zones, zones.zones[0]?.id ?? '').cuts).to.deep.equal([2]));
  it('a cut stays between its neighbours', () => {
    expect(withCutAt(zones, 0, 1.5).cuts).to.deep.equal([1.5, 2]);
    expect(withCutAt(zones, 0, 2)).to.equal(zones);
    expect(withCutAt(zones, 1, 0.5)).to.equal(zones);
  });
  it('one zone is changed and the others are not', () =>
    expect(withZone(zones.zones, zones.zones[1]?.id ?? '', { name: 'fine' }).map(({ name }) => name)).to.deep.equal([
      'low',
      'fine',
      'high',
    ]));
});
