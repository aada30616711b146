import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';

/** The id that a picture has by its content, here as on the server. */
export const photoIdOf = async (picture: Blob): Promise<string> =>
  bytesToHex(sha256(new Uint8Array(await picture.arrayBuffer())));
