/** In which encoding a text file is, by its bytes or its beginning: UTF-8 or UTF-16 where it is, otherwise Latin-1 as old tools write it. */
export function encodingOf(bytes: Uint8Array): 'utf-16le' | 'utf-8' | 'windows-1252' {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  try {
    // A beginning may end within a character.
    new TextDecoder('utf-8', { fatal: true }).decode(bytes, { stream: true });
    return 'utf-8';
  } catch {
    return 'windows-1252';
  }
}

/** A text file's bytes as text. */
export const decodeText = (bytes: Uint8Array): string => new TextDecoder(encodingOf(bytes)).decode(bytes);
