import { expect } from 'chai';
import { validate } from '../schema/index.js';
import { specSchema, typicalZones } from './index.js';

describe('typical zones', () => {
  for (const { name, spec } of typicalZones)
    it(`“${name}” are sound limits, with a meaning for everything out of spec`, () => {
      expect(validate(specSchema, spec).ok).to.equal(true);
      expect(spec.zones.filter(({ ok }) => ok)).to.have.length(1);
      for (const { ok, meaning } of spec.zones) expect(meaning !== '').to.equal(!ok);
    });

  it('are told apart by their ids', () =>
    expect(new Set(typicalZones.map(({ id }) => id)).size).to.equal(typicalZones.length));
});
