import type { NewSheet } from '../codes/index.js';
import type { JobEventOf } from './jobEvent.js';

/** The entry by which a job tells of a sheet that is kept. */
export const sheetEntry = ({ sheetId, moment, takenAtMs }: NewSheet, by: string): JobEventOf<'sheetKept'> => ({
  kind: 'sheetKept',
  id: `sheet-${sheetId}`,
  atMs: takenAtMs,
  by,
  sheetId,
  moment,
});
