import { shortestPassword } from '@probe-trail/core/person';
import { dictionary } from '@zxcvbn-ts/language-common';

const common: ReadonlySet<string> = new Set(
  Object.values(dictionary['passwords-common']).filter((password) => password.length >= shortestPassword),
);

/** Whether a password is among those that are tried first, whatever the case of its letters and the digits at its end. */
export function isCommonPassword(password: string): boolean {
  const plain = password.toLowerCase();
  return common.has(plain) || isMonotonous(plain);
}

/** One to three characters again and again, or a run of neighbours such as 12345678901. */
function isMonotonous(password: string): boolean {
  if (new Set(password).size <= 3) return true;
  const steps = [...password].slice(1).map((character, at) => character.charCodeAt(0) - password.charCodeAt(at));
  return new Set(steps).size === 1;
}
