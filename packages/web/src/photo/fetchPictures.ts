import { type Picture, pictureTypes } from '@probe-trail/core/plan';
import { photoUrl } from './photoApi';
import { scalePhoto } from './scalePhoto';

/** Pictures with their bytes, and how many of them could not be had. */
export async function fetchPictures(
  photoIds: readonly string[],
): Promise<{ readonly pictures: readonly Picture[]; readonly missing: number }> {
  const pictures = (await Promise.all(photoIds.map(fetchPicture))).filter((picture) => picture !== undefined);
  return { pictures, missing: photoIds.length - pictures.length };
}

async function fetchPicture(photoId: string): Promise<Picture | undefined> {
  const answer = await fetch(photoUrl(photoId)).catch(() => undefined);
  const blob = answer?.ok ? await answer.blob() : undefined;
  const mediaType = pictureTypes.find((type) => type === blob?.type);
  return blob && mediaType && { photoId, mediaType, base64: await toBase64(blob) };
}

async function toBase64(blob: Blob): Promise<string> {
  const reader = new FileReader();
  const read = new Promise((resolve, reject) => {
    reader.onload = resolve;
    reader.onerror = () => reject(reader.error);
  });
  reader.readAsDataURL(blob);
  await read;
  return String(reader.result).split(',')[1] ?? '';
}

/** A picture out of a file. */
export const toBlob = ({ mediaType, base64 }: Picture): Blob =>
  new Blob([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))], { type: mediaType });

/** What a PDF takes, by the id of the picture: it knows no WebP. */
export async function dataUrlsForPaper(pictures: readonly Picture[]): Promise<ReadonlyMap<string, string>> {
  const urls = pictures.map(async (picture) => {
    const drawn = picture.mediaType === 'image/webp' ? await scalePhoto(toBlob(picture)) : undefined;
    const { mediaType, base64 } = drawn ? { mediaType: drawn.type, base64: await toBase64(drawn) } : picture;
    return [picture.photoId, `data:${mediaType};base64,${base64}`] as const;
  });
  return new Map(await Promise.all(urls));
}
