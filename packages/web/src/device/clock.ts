import { localText, putLocalText } from './localTexts';

const keptKey = 'probe-trail-clock';
// Below this it is the way over the network, not the clock.
const tolerableMs = 60_000;

let offsetMs = keptOffsetMs(localText(keptKey));

function keptOffsetMs(text: string | undefined): number {
  const ms = Number(text ?? 0);
  return Number.isFinite(ms) ? ms : 0;
}

/** The time by the server's clock, as far as this device knows it: a tablet that is two days wrong must not stamp its entries so. */
export const nowMs = (): number => Date.now() + offsetMs;

/** The time of this device, for how long something takes here: a count must not jump when the server's time is learned. */
export const deviceNowMs = (): number => Date.now();

/** How far this device's clock is behind the server's, in ms; negative where it is ahead, 0 where it is right. */
export const clockOffsetMs = (): number => offsetMs;

/** Learns from the time that the server put on an answer. */
export function learnServerTime(date: string | null): void {
  const serverMs = date === null ? Number.NaN : Date.parse(date);
  if (Number.isNaN(serverMs)) return;
  const apart = serverMs - Date.now();
  const next = Math.abs(apart) > tolerableMs ? apart : 0;
  // The header has whole seconds: what is known already to that measure is left alone.
  if (Math.abs(next - offsetMs) < 2000) return;
  offsetMs = next;
  // Without room it is learned again with the next answer.
  putLocalText(keptKey, String(next));
}
