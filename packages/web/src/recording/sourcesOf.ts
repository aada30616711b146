import type { CaptureSource } from '@probe-trail/core/captureSource';
import type { Entry } from '@probe-trail/core/trail';

/** What an entry was measured on, for each of its rows; none where it comes from no capture. */
export function sourcesOf(entry: Entry | undefined): readonly (CaptureSource | null)[] {
  if (entry?.kind === 'typed') return entry.capture ? [entry.capture] : [];
  return entry?.kind === 'rows' ? (entry.captures ?? []) : [];
}
