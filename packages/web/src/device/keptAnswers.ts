import { type AskedFor, forgetAsked, isStillHere } from './askedFor';
import { deviceNowMs } from './clock';
import { device, type KeptAnswer } from './database';

// A shift is over after a day, a holiday after two weeks; what is older helps nobody.
const longestMs = 14 * 24 * 3600_000;

/**
 * Keeps what a request was answered, unless whoever asked has signed out since. Where the device has no room left, it is not kept, and that is
 * all.
 */
export async function keepAnswer(url: string, data: unknown, asked: AskedFor): Promise<void> {
  if (!isStillHere(asked)) return;
  const atMs = deviceNowMs();
  await device.answers.put({ url, data, atMs }).catch(() => undefined);
}

/** What a request was answered last, and when; `undefined` when it was never asked here. */
export async function keptAnswer(url: string): Promise<Pick<KeptAnswer, 'data' | 'atMs'> | undefined> {
  return device.answers.get(url);
}

/** The addresses whose answers came after a moment; nothing of the answers themselves is read. */
export const answersSince = async (atMs: number): Promise<ReadonlySet<string>> =>
  new Set(await device.answers.where('atMs').above(atMs).primaryKeys());

export async function forgetOldAnswers(): Promise<void> {
  await device.answers
    .where('atMs')
    .below(deviceNowMs() - longestMs)
    .delete();
}

/** Whoever signs out leaves nothing to read behind. What waits to be sent stays. */
export async function forgetAnswers(): Promise<void> {
  forgetAsked();
  await Promise.all([device.answers.clear(), device.logs.clear(), forgetPictures()]);
}

/** Pictures that the service worker keeps; a browser without it has none. */
const forgetPictures = async (): Promise<void> => {
  if ('caches' in globalThis) await caches.delete('photos');
};
