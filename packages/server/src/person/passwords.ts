import { hash, verify } from '@node-rs/argon2';

/** Argon2id with the package's cost (19 MiB, two passes): OWASP password storage cheat sheet. */
export const hashPassword = (password: string): Promise<string> => hash(password);

// Compared with when the name is not known, so that the time of the answer does not tell which names there are.
const noHash = hash('no such person');

export const isPassword = async (passwordHash: string | undefined, password: string): Promise<boolean> =>
  (await verify(passwordHash ?? (await noHash), password)) && passwordHash !== undefined;
