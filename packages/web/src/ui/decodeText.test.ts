import { expect } from 'chai';
import { decodeText } from './decodeText';

describe('decodeText', () => {
  const said = 'P0118 Kühlmittel 90 °C';
  for (const [encoding, bytes] of [
    ['UTF-8', Buffer.from(said, 'utf8')],
    ['UTF-8 with a mark', Buffer.from(`\ufeff${said}`, 'utf8')],
    ['Latin-1', Buffer.from(said, 'latin1')],
    ['UTF-16', Buffer.from(`\ufeff${said}`, 'utf16le')],
  ] as const)
    it(`reads ${encoding}`, () => expect(decodeText(bytes)).to.equal(said));
});
