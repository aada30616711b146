import { type LocalLog, logFromKept, logToKeep } from '@probe-trail/core/trail';
import { type AskedFor, isStillHere } from '../../device/askedFor';
import { device } from '../../device/database';

/** Keeps what the server has of a trail, so that it opens without a network as it stood. Without room it is not kept, nor for somebody who has signed out. */
export async function keepLog(trailId: string, log: LocalLog, asked: AskedFor): Promise<void> {
  if (!isStillHere(asked)) return;
  await device.logs.put({ trailId, ...logToKeep(log) }).catch(() => undefined);
}

/** What the server had of a trail when this device last heard of it; `undefined` when it never did. */
export async function keptLog(trailId: string): Promise<ReturnType<typeof logFromKept> | undefined> {
  const kept = await device.logs.get(trailId);
  return kept && logFromKept(kept);
}
