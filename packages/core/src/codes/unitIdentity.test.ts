import { expect } from 'chai';
import type { Line } from '../vehicle/index.js';
import type { CodeSheet, UnitIdentity } from './codeSheet.js';
import { identityNotices, sayIdentity, sayIdentityNotice } from './index.js';

const line: Line = {
  format: 'probe-trail-line',
  formatVersion: 1,
  id: 'loper-35',
  name: 'Loper 35',
  engines: [],
  supplies: [],
  units: [
    {
      id: 'A20',
      name: 'brake control unit',
      aliases: [],
      hangsOn: [],
      parts: ['LP35-A20-2'],
      software: ['3.02', '3.01'],
    },
    { id: 'A40', name: 'door controller', aliases: [], hangsOn: [] },
  ],
  parts: [],
  codes: [],
  covers: [],
};
const sheet = (identities: Readonly<Record<string, UnitIdentity | null | undefined>>): Pick<CodeSheet, 'units'> => ({
  units: Object.entries(identities).map(([unitId, identity]) => ({
    unitId,
    name: unitId === 'A20' ? 'brake control unit' : 'door controller',
    answer: 'answered' as const,
    ...(identity === undefined ? {} : { identity }),
  })),
});
const said = (now: Pick<CodeSheet, 'units'>, ...earlier: readonly Pick<CodeSheet, 'units'>[]) =>
  identityNotices(now, earlier, line).map((notice) => `${notice.name}: ${sayIdentityNotice(notice)}`);

describe('what a unit says that it is', () => {
  it('is said in one line', () => {
    expect(sayIdentity({ part: 'LP35-A20-2', software: '3.02' })).to.equal('part number LP35-A20-2, software 3.02');
    expect([sayIdentity({}), sayIdentity(null), sayIdentity(undefined)]).to.deep.equal(['', '', '']);
  });

  it('is nothing to say where it belongs there and was the same before', () => {
    const told = sheet({ A20: { part: 'LP35-A20-2', software: '3.01', serial: 'S1' }, A40: { part: 'whatever' } });
    expect(said(told, told)).to.deep.equal([]);
    expect(said(sheet({ A20: {}, A40: null }), told)).to.deep.equal([]);
  });

  it('is said to be foreign where the model has others', () => {
    expect(said(sheet({ A20: { part: 'LP20-A20-1', software: '2.90', serial: 'S1' } }))).to.deep.equal([
      'brake control unit: part number LP20-A20-1; LP35-A20-2 belongs there',
      'brake control unit: software 2.90; 3.02 or 3.01 belongs there',
    ]);
  });

  it('is said to be changed against the last sheet that told it, older ones do not count', () => {
    const first = sheet({ A20: { software: '3.02' }, A40: { serial: 'D1' } });
    const second = sheet({ A20: { software: '3.01' }, A40: undefined });
    expect(said(sheet({ A20: { software: '3.02' }, A40: { serial: 'D2' } }), first, second)).to.deep.equal([
      'brake control unit: software 3.02, was 3.01 before',
      'door controller: serial number D2, was D1 before',
    ]);
    expect(said(sheet({ A20: { software: '2.90' } }), first)).to.deep.equal([
      'brake control unit: software 2.90, was 3.02 before; 3.02 or 3.01 belongs there',
    ]);
  });
});
