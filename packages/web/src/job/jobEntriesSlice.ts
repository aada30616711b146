import { noOwnEntries, type OwnEntries, withOwnEntries, withoutEntries } from '@probe-trail/core/job';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What this device has recorded on jobs since the interface was opened, and what waited before. */
export interface JobEntriesState {
  readonly byJob: Readonly<Record<string, OwnEntries>>;
}

declare module '../state/appState' {
  interface AppState {
    readonly jobEntries: JobEntriesState;
  }
}

type ForJob<T> = PayloadAction<{ readonly jobId: string } & T>;

const changeOf = (state: JobEntriesState, jobId: string, change: (own: OwnEntries) => OwnEntries): JobEntriesState => ({
  byJob: { ...state.byJob, [jobId]: change(state.byJob[jobId] ?? noOwnEntries) },
});

export const jobEntriesSlice = createSlice({
  name: 'jobEntries',
  initialState: (): JobEntriesState => ({ byJob: {} }),
  reducers: {
    entriesMade: (state, { payload: { jobId, made } }: ForJob<{ made: OwnEntries }>) =>
      changeOf(state, jobId, (own) => withOwnEntries(own, made)),
    entriesRefused: (state, { payload: { jobId, ids } }: ForJob<{ ids: readonly string[] }>) =>
      changeOf(state, jobId, (own) => withoutEntries(own, ids)),
  },
  selectors: { selectOwnEntries: ({ byJob }, jobId: string) => byJob[jobId] ?? noOwnEntries },
});

export const { entriesMade, entriesRefused } = jobEntriesSlice.actions;
export const { selectOwnEntries } = jobEntriesSlice.selectors;
