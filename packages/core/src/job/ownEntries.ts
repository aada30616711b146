import type { CodeSheet } from '../codes/index.js';
import type { JobEvent } from './jobEvent.js';

/** What a device itself has recorded on a job, whether the server has it yet or not. */
export interface OwnEntries {
  readonly events: readonly JobEvent[];
  /** The sheets of which its events tell. */
  readonly sheets: readonly CodeSheet[];
}

export const noOwnEntries: OwnEntries = { events: [], sheets: [] };

/** With entries that were made, each once. */
export function withOwnEntries(own: OwnEntries, made: OwnEntries): OwnEntries {
  const ids = new Set(own.events.map(({ id }) => id));
  const sheetIds = new Set(own.sheets.map(({ sheetId }) => sheetId));
  return {
    events: [...own.events, ...made.events.filter(({ id }) => !ids.has(id))],
    sheets: [...own.sheets, ...made.sheets.filter(({ sheetId }) => !sheetIds.has(sheetId))],
  };
}

/** Without entries that the server refused, and without the sheets of which they told. */
export function withoutEntries(own: OwnEntries, eventIds: readonly string[]): OwnEntries {
  const isLeft = ({ id }: JobEvent) => !eventIds.includes(id);
  const told = new Set(
    own.events.filter(isLeft).flatMap((event) => (event.kind === 'sheetKept' ? [event.sheetId] : [])),
  );
  return { events: own.events.filter(isLeft), sheets: own.sheets.filter(({ sheetId }) => told.has(sheetId)) };
}
