import type { CookieData } from 'puppeteer-core';

/** The people of the demo world, by their ids. */
const names: Readonly<Record<string, string>> = {
  ines: 'Ines Marrow',
  tobi: 'Tobi Lunde',
  hanna: 'Hanna Creek',
  pell: 'Pell Ostrow',
  sam: 'Sam Quill',
};

export const passwordOf = (personId: string): string => `${personId}-at-fellgate`;

const cookies = new Map<string, Promise<string>>();

/** The session cookie of a person on this server; signed in once, as many tests ask. */
export function cookieOf(url: string, personId: string): Promise<string> {
  const key = `${url} ${personId}`;
  const known = cookies.get(key);
  if (known) return known;
  const signing = signIn(url, personId);
  cookies.set(key, signing);
  return signing;
}

async function signIn(url: string, personId: string): Promise<string> {
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name: names[personId], password: passwordOf(personId) }),
  });
  const cookie = answer.headers.get('set-cookie')?.split(';')[0];
  if (!cookie) throw new Error(`${personId} cannot sign in: ${answer.status}`);
  return cookie;
}

export async function browserCookieOf(url: string, personId: string): Promise<CookieData> {
  const cookie = await cookieOf(url, personId);
  const at = cookie.indexOf('=');
  // As the server sets it: it outlives the browser.
  const expires = Math.floor(Date.now() / 1000) + 86_400;
  return {
    name: cookie.slice(0, at),
    value: cookie.slice(at + 1),
    domain: 'localhost',
    path: '/api',
    httpOnly: true,
    expires,
  };
}
