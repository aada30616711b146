import type { RecordingListItem } from '@probe-trail/core/recording';
import { api } from '../api/api';

const recordingApi = api.injectEndpoints({
  endpoints: (build) => ({
    recordings: build.query<readonly RecordingListItem[], string>({
      query: (jobId) => `jobs/${jobId}/recordings`,
      providesTags: ['recordings'],
    }),
  }),
});

export const { useRecordingsQuery } = recordingApi;
