import { api } from '../api/api';

export const photoApi = api.injectEndpoints({
  endpoints: (build) => ({
    addPhoto: build.mutation<{ readonly photoId: string }, Blob>({
      query: (picture) => {
        const body = new FormData();
        body.append('photo', picture, 'photo.jpg');
        return { url: 'photos', method: 'POST', body };
      },
    }),
  }),
});

export const { useAddPhotoMutation } = photoApi;
export const photoUrl = (photoId: string): string => `/api/photos/${photoId}`;
