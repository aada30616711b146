import { hash, verify } from '@node-rs/argon2';
import { AppError } from '../problem/index.js';
import { isCommonPassword } from './commonPasswords.js';

/** Argon2id with the package's cost (19 MiB, two passes): OWASP password storage cheat sheet. */
export const hashPassword = (password: string): Promise<string> => hash(password);

/**
 * The hash of a password that somebody chooses.
 * @throws AppError when it is among those that are tried first (NIST SP 800-63B, 5.1.1.2)
 */
export async function hashNewPassword(password: string): Promise<string> {
  if (await isCommonPassword(password))
    throw new AppError(
      'PASSWORD_COMMON',
      'This password is among those that are tried first. Choose another; three words that do not belong together are good. Nothing was changed.',
    );
  return hashPassword(password);
}

// Compared with when the name is not known, so that the time of the answer does not tell which names there are.
const noHash = hash('no such person');

export const isPassword = async (passwordHash: string | undefined, password: string): Promise<boolean> =>
  (await verify(passwordHash ?? (await noHash), password)) && passwordHash !== undefined;
