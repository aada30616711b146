import type { Plan } from './plan.js';

const hash = '[0-9a-f]{64}';
// In Markdown as any picture is; the address is the id that its content gives.
const picture = new RegExp(`!\\[([^\\]]*)\\]\\(photo:(${hash})\\)`, 'g');
const address = new RegExp(`^photo:(${hash})$`);

/** How a picture stands in an instruction or on a part card. */
export const pictureText = (photoId: string, caption: string): string =>
  `![${caption.replace(/[[\]()\n]/g, ' ').trim()}](photo:${photoId})`;

/** The picture that the address of a Markdown image means; `undefined` for one from anywhere else. */
export const photoIdOf = (href: string): string | undefined => address.exec(href)?.[1];

/** The pictures that a text shows, in their order. */
export const picturesOfText = (text: string): readonly { readonly photoId: string; readonly caption: string }[] =>
  [...text.matchAll(picture)].map(([, caption = '', photoId = '']) => ({ photoId, caption }));

/** A text with every picture written by `write`. */
export const withPictures = (text: string, write: (caption: string) => string): string =>
  text.replace(picture, (_, caption: string) => write(caption));

/** The pictures that a plan shows, each once. */
export function picturesIn({ steps, partCards, suspects }: Plan): readonly string[] {
  const texts = [
    ...steps.map(({ instruction }) => instruction),
    ...partCards.map(({ howItWorks }) => howItWorks),
    ...suspects.flatMap(({ tasks }) => tasks.map(({ text }) => text)),
  ];
  return [...new Set(texts.flatMap(picturesOfText).map(({ photoId }) => photoId))];
}
