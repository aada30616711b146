import { randomBytes } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** The secret that signs session cookies: made at the first start, kept beside the database, readable for its owner alone. */
export async function readSessionSecret(dataFolder: string): Promise<string> {
  const path = join(dataFolder, 'session.key');
  try {
    return await readFile(path, 'utf8');
  } catch (error) {
    if (!(error instanceof Error && 'code' in error && error.code === 'ENOENT')) throw error;
    const secret = randomBytes(48).toString('base64url');
    await writeFile(path, secret, { mode: 0o600, flag: 'wx' });
    return secret;
  }
}
