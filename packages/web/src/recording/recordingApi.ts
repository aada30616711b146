import type { KnownGood, LibraryCard } from '@probe-trail/core/library';
import type { RecordingListItem } from '@probe-trail/core/recording';
import { api } from '../api/api';

const recordingApi = api.injectEndpoints({
  endpoints: (build) => ({
    recordings: build.query<readonly RecordingListItem[], string>({
      query: (jobId) => `jobs/${jobId}/recordings`,
      providesTags: ['recordings'],
    }),
    knownGood: build.query<readonly KnownGood[], void>({
      query: () => 'library/references',
      providesTags: ['library'],
    }),
    cardOfKnownGood: build.query<LibraryCard, string>({
      query: (cardId) => `library/cards/${cardId}`,
      providesTags: ['library'],
    }),
  }),
});

export const { useRecordingsQuery, useKnownGoodQuery, useCardOfKnownGoodQuery } = recordingApi;
