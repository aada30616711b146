const grouped = /^(\s*[<>]?\s*[+-−]?\s*[1-9]\d{0,2})((?:,\d{3})+)(?!\d|[.,])(.*)$/;

/** The two things that a number such as `1,250` can be: a comma may stand for the decimal mark, or part thousands. */
export interface CommaMeanings {
  /** `1.250`; `undefined` where there are several commas, as then it is none. */
  readonly decimal: string | undefined;
  /** `1250`. */
  readonly thousands: string;
}

/** What a text with commas can mean; `undefined` where only one thing can be meant, such as by `12,4` or `0,250`. */
export function commaMeanings(text: string): CommaMeanings | undefined {
  const match = grouped.exec(text);
  if (!match) return undefined;
  const [, before = '', groups = '', behind = ''] = match;
  return {
    decimal: groups.length === 4 ? `${before}.${groups.slice(1)}${behind}` : undefined,
    thousands: `${before}${groups.replaceAll(',', '')}${behind}`,
  };
}
