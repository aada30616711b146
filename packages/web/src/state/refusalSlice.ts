import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** Why the last thing that somebody did could not be recorded; `undefined` once it was seen, or something else was recorded. */
export interface RefusalState {
  readonly message: string | undefined;
}

declare module './appState' {
  interface AppState {
    readonly refusal: RefusalState;
  }
}

export const refusalSlice = createSlice({
  name: 'refusal',
  initialState: (): RefusalState => ({ message: undefined }),
  reducers: {
    /** What came of recording something: the sentence why not, or `undefined`. */
    recordingEnded: (_, { payload }: PayloadAction<string | undefined>) => ({ message: payload }),
    refusalHeard: () => ({ message: undefined }),
  },
  selectors: { selectRefusal: ({ message }) => message },
});

export const { recordingEnded, refusalHeard } = refusalSlice.actions;
export const { selectRefusal } = refusalSlice.selectors;
