import type { Plan } from '@probe-trail/core/plan';
import { send } from './user.js';

/** Brings a plan into the workshop and releases its first version. */
export async function releasePlan(url: string, document: Plan): Promise<void> {
  const made = await send(url, 'POST', '/api/plans', { document });
  const { etag } = (await made.json()) as { readonly etag: string };
  const way = `/api/plans/${document.id}/draft/release`;
  const released = await send(url, 'POST', way, { notes: '' }, { 'if-match': etag });
  if (!released.ok) throw new Error(`the plan was not released: ${await released.text()}`);
}
