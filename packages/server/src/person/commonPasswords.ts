import { shortestPassword } from '@probe-trail/core/person';

let loading: Promise<ReadonlySet<string>> | undefined;

/** The passwords that are tried first, of a length that is taken here. Read when somebody chooses a password, and not with every start. */
async function loadCommon(): Promise<ReadonlySet<string>> {
  const { dictionary } = await import('@zxcvbn-ts/language-common');
  const all = Object.values(dictionary['passwords-common']);
  return new Set(all.filter((password) => password.length >= shortestPassword));
}

/** Whether a password is among those that are tried first, whatever the case of its letters. */
export async function isCommonPassword(password: string): Promise<boolean> {
  loading ??= loadCommon();
  const plain = password.toLowerCase();
  return isMonotonous(plain) || (await loading).has(plain);
}

/** One to three characters again and again, or a run of neighbours such as 12345678901. */
function isMonotonous(password: string): boolean {
  if (new Set(password).size <= 3) return true;
  const steps = [...password].slice(1).map((character, at) => character.charCodeAt(0) - password.charCodeAt(at));
  return new Set(steps).size === 1;
}
