import { cutText } from '@probe-trail/core/text';
import type { ScpiLink } from './scpiLink.js';

// IEEE 488.2, 10.14.3: 72 characters at most; some say more.
const longestIdentity = 120;

/** What an instrument says that it is: maker, model, number, version. Whatever it sends, it can be kept and shown. */
export async function identityOf(link: ScpiLink): Promise<string> {
  const said = (await link.ask('*IDN?')).replaceAll(/\p{Cc}+/gu, ' ').trim();
  return said === '' ? 'an instrument without a name' : cutText(said, longestIdentity);
}
