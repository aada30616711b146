import { piecesOf } from '@probe-trail/core/search';

/** A piece of text with what was found in it marked. */
export const Detail = ({ text }: { readonly text: string }) =>
  piecesOf(text).map(({ text: piece, isFound }, at) =>
    isFound ? <mark key={at}>{piece}</mark> : <span key={at}>{piece}</span>,
  );
