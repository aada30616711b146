import { voidedEntries } from '@probe-trail/core/log';
import { AppError } from '../problem/index.js';

/** @throws AppError when the log has no such entry, or it was voided already, or is itself a voiding */
export function mayBeVoided(entries: readonly { readonly id: string; readonly kind: string }[], entryId: string): void {
  const entry = entries.find(({ id }) => id === entryId);
  if (!entry) throw new AppError('ENTRY_NOT_FOUND', `There is no entry “${entryId}” here. Nothing was changed.`);
  if (entry.kind === 'entryVoided' || voidedEntries(entries).has(entryId))
    throw new AppError('EVENT_MISFIT', 'This entry counts no more already. Nothing was changed.');
}
