const longestSide = 2048;
const jpegQuality = 0.85;

/** How large a picture becomes: its longer side at most 2048, never larger than it was. */
export function scaledSize(width: number, height: number): { readonly width: number; readonly height: number } {
  const scale = Math.min(1, longestSide / Math.max(width, height));
  return { width: Math.round(width * scale), height: Math.round(height * scale) };
}

/** A photo made small enough to send from a workshop; `undefined` when the file is not a picture. */
export async function scalePhoto(file: Blob): Promise<Blob | undefined> {
  const bitmap = await createImageBitmap(file).catch(() => undefined);
  if (!bitmap) return undefined;
  const { width, height } = scaledSize(bitmap.width, bitmap.height);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0, width, height);
  bitmap.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: jpegQuality });
}
