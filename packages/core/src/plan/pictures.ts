import type { Plan } from './plan.js';

// In Markdown as any picture is; the address is the id that its content gives.
const picture = /!\[[^\]]*\]\(photo:([0-9a-f]{64})\)/g;

/** How a picture stands in an instruction or on a part card. */
export const pictureText = (photoId: string, caption: string): string =>
  `![${caption.replace(/[[\]()\n]/g, ' ').trim()}](photo:${photoId})`;

/** The picture that the address of a Markdown image means; `undefined` for one from anywhere else. */
export const photoIdOf = (address: string): string | undefined => /^photo:([0-9a-f]{64})$/.exec(address)?.[1];

/** The pictures that a plan shows, each once. */
export function picturesIn({ steps, partCards }: Plan): readonly string[] {
  const texts = [...steps.map(({ instruction }) => instruction), ...partCards.map(({ howItWorks }) => howItWorks)];
  return [...new Set(texts.flatMap((text) => [...text.matchAll(picture)].map(([, photoId = '']) => photoId)))];
}
