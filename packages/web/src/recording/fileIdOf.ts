import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** The name of a file by what it holds; for a large one this takes seconds, so it is said in a worker. */
export const fileIdOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));
