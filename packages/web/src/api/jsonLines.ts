import { linesOf } from './linesOf';

/**
 * Asks for an answer that comes line by line, each a piece of JSON.
 * @throws what the server says of a failure, as it says it
 */
export async function* jsonLines<Line>(url: string, init: RequestInit): AsyncGenerator<Line> {
  const answer = await fetch(url, init);
  if (!answer.ok || !answer.body) throw await answer.json();
  for await (const line of linesOf(piecesOf(answer.body))) yield JSON.parse(line) as Line;
}

/** Streams cannot be iterated over in every browser yet. */
async function* piecesOf(body: ReadableStream<Uint8Array<ArrayBuffer>>): AsyncGenerator<string> {
  const reader = body.pipeThrough(new TextDecoderStream()).getReader();
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) yield piece.value;
}
