/** The lines of a stream of text, whole, as they arrive; an unfinished last one counts too. */
export async function* linesOf(pieces: AsyncIterable<string>): AsyncGenerator<string> {
  let rest = '';
  for await (const piece of pieces) {
    const lines = `${rest}${piece}`.split('\n');
    rest = lines.pop() ?? '';
    yield* lines;
  }
  if (rest !== '') yield rest;
}
