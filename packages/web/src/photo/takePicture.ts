import { failed, ok, type Result } from '@probe-trail/core/result';
import { scalePhoto } from './scalePhoto';
import { keepPhoto } from './waitingPhotos';

/** Keeps a picture on this device until it is sent. @returns its id, or why it could not be kept */
async function takePicture(file: File): Promise<Result<string, string>> {
  const picture = await scalePhoto(file);
  if (!picture) return failed(`“${file.name}” is not a picture that can be read here. It was not added.`);
  const photoId = await keepPhoto(picture).catch(() => undefined);
  return photoId === undefined ? failed('This device has no room for another picture. It was not added.') : ok(photoId);
}

/**
 * Keeps pictures one after the other.
 * @param use takes the id of each
 * @returns why some could not be kept, in sentences; `undefined` where all are
 */
export async function takePictures(
  files: readonly File[],
  use: (photoId: string) => unknown,
): Promise<string | undefined> {
  const refusals: string[] = [];
  for (const file of files) {
    const taken = await takePicture(file);
    if (taken.ok) await use(taken.value);
    else refusals.push(taken.problem);
  }
  return refusals.length > 0 ? refusals.join(' ') : undefined;
}
