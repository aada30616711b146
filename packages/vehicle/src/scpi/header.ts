/** A header as a standard writes it, such as `[SENSe:]VOLTage<n>[:DC]:RANGe[:UPPer]?`. */
export interface HeaderPattern {
  /** @returns the numbers behind its `<n>`, 1 where none is given; `undefined` where this is another header */
  readonly match: (header: string) => readonly number[] | undefined;
}

const suffix = '<n>';

/**
 * A pattern of a header: what stands in brackets may be left out, and of each word the capitals alone or all of it is taken, in whichever case
 * (SCPI-99 volume 1, 6.2.1 and 6.2.2).
 */
export function headerPattern(pattern: string): HeaderPattern {
  const source = pattern
    .split(/(\[|\]|:|\?|<n>|[A-Za-z]+)/)
    .map(sourceOf)
    .join('');
  const wanted = new RegExp(`^:?${source}$`, 'i');
  return {
    match: (header) => {
      const found = wanted.exec(header);
      return found?.slice(1).map((digits) => (digits === undefined || digits === '' ? 1 : Number(digits)));
    },
  };
}

function sourceOf(part: string): string {
  if (part === '[') return '(?:';
  if (part === ']') return ')?';
  if (part === '?') return '\\?';
  if (part === suffix) return '(\\d*)';
  if (part === '*') return '\\*';
  const short = part.replace(/[a-z]+$/, '');
  return short === part ? part : `${short}(?:${part.slice(short.length)})?`;
}

/** The short form of a header, as it is sent: `VOLTage:DC` is `VOLT:DC`. */
export const shortHeader = (header: string): string => header.replace(/[a-z]+/g, '');
