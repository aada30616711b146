/** A text file's bytes as text: UTF-8 or UTF-16 where they are, otherwise Latin-1 as old code readers write it. */
export function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // Every sequence of bytes is some text in it, so this cannot fail.
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
