import { randomBytes } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { inDataFolder } from './dataFolder.js';
import { messageOf, StartProblem } from './startProblem.js';

const shortestSecret = 32;

/**
 * The secret that signs session cookies: made at the first start, kept beside the database, readable for its owner alone.
 * @param given the one that was set from outside, if one was
 * @throws StartProblem when it is too short to be one, or its file cannot be read
 */
export async function readSessionSecret(dataFolder: string, given: string | undefined): Promise<string> {
  if (given !== undefined) return longEnough(given, 'PROBE_TRAIL_SECRET');
  const { sessionKey } = inDataFolder(dataFolder);
  try {
    return longEnough(await readFile(sessionKey, 'utf8'), sessionKey);
  } catch (error) {
    if (error instanceof StartProblem) throw error;
    if (!(error instanceof Error && 'code' in error && error.code === 'ENOENT'))
      throw new StartProblem(`The key of the sessions cannot be read: ${messageOf(error)}.`);
    const secret = randomBytes(48).toString('base64url');
    await writeFile(sessionKey, secret, { mode: 0o600, flag: 'wx' });
    return secret;
  }
}

function longEnough(secret: string, where: string): string {
  if (secret.trim().length >= shortestSecret) return secret.trim();
  throw new StartProblem(
    `${where} is ${secret.trim() === '' ? 'empty' : 'too short'}: a secret has at least ${shortestSecret} characters. Remove it, and a new one is made; everybody then signs in again.`,
  );
}
