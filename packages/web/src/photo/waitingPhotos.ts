import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { device } from '../offline/device';

/** Keeps a picture on this device until the server has it. @returns its id, which its content gives */
export async function keepPhoto(picture: Blob): Promise<string> {
  const photoId = bytesToHex(sha256(new Uint8Array(await picture.arrayBuffer())));
  await device.photos.put({ photoId, picture });
  return photoId;
}

/** A picture that the server does not have yet; `undefined` when it has it, or it was never taken here. */
export const waitingPhoto = async (photoId: string): Promise<Blob | undefined> =>
  (await device.photos.get(photoId))?.picture;

export const photoSent = (photoId: string): Promise<void> => device.photos.delete(photoId);
