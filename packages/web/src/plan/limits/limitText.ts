import { formatPlain } from '@probe-trail/core/reading';

/** A limit as it is typed; nothing for an open one. */
export const limitText = (limit: number | null): string => (limit === null ? '' : formatPlain(limit));
