import { device } from '../device/database';
import { photoIdOf } from './photoIdOf';

/** Keeps a picture on this device until the server has it. @returns its id, which its content gives */
export async function keepPhoto(picture: Blob): Promise<string> {
  const photoId = await photoIdOf(picture);
  await device.photos.put({ photoId, picture });
  return photoId;
}

/** A picture that the server does not have yet; `undefined` when it has it, or it was never taken here. */
export const waitingPhoto = async (photoId: string): Promise<Blob | undefined> =>
  (await device.photos.get(photoId))?.picture;

export const photoSent = (photoId: string): Promise<void> => device.photos.delete(photoId);
