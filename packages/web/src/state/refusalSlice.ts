import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Why the last thing that somebody did could not be recorded; `undefined` once it was seen, or something else was recorded. */
export interface RefusalState {
  readonly says: string | undefined;
}

declare module './appState' {
  interface AppState {
    readonly refusal: RefusalState;
  }
}

export const refusalSlice = createSlice({
  name: 'refusal',
  initialState: (): RefusalState => ({ says: undefined }),
  reducers: {
    /** What came of recording something: the sentence why not, or `undefined`. */
    recordingEnded: (_, { payload }: PayloadAction<string | undefined>) => ({ says: payload }),
    refusalHeard: () => ({ says: undefined }),
  },
  selectors: { selectRefusal: ({ says }) => says },
});

export const { recordingEnded, refusalHeard } = refusalSlice.actions;
export const { selectRefusal } = refusalSlice.selectors;
