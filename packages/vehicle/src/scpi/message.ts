/** One thing that an instrument is told or asked. */
export interface Command {
  /** Whole, from the root, such as `VOLT:RANG?`; a common one such as `*IDN?`. */
  readonly header: string;
  readonly parameters: readonly string[];
}

/**
 * The commands of a message, one after the other. A header that does not begin with a colon goes on where the one before it stood, common
 * commands aside (SCPI-99 volume 1, 6.2.4).
 */
export function commandsIn(message: string): readonly Command[] {
  let path = '';
  return splitOutside(message, ';').flatMap((unit) => {
    const text = unit.trim();
    if (text === '') return [];
    const [, said = '', rest = ''] = /^(\S+)\s*([\s\S]*)$/.exec(text) ?? [];
    const parameters = rest === '' ? [] : splitOutside(rest, ',').map((part) => part.trim());
    if (said.startsWith('*')) return [{ header: said, parameters }];
    const header = said.startsWith(':') ? said.slice(1) : path + said;
    path = header.slice(0, header.lastIndexOf(':') + 1);
    return [{ header, parameters }];
  });
}

/** Splits at a sign that stands neither in quotation marks nor in brackets. */
export function splitOutside(text: string, sign: string): readonly string[] {
  const parts: string[] = [];
  let [part, quote, depth] = ['', '', 0];
  for (const letter of text) {
    if (quote !== '') quote = letter === quote ? '' : quote;
    else if (letter === '"' || letter === "'") quote = letter;
    else if (letter === '(') depth += 1;
    else if (letter === ')') depth -= 1;
    if (letter === sign && quote === '' && depth === 0) {
      parts.push(part);
      part = '';
    } else part += letter;
  }
  return [...parts, part];
}
