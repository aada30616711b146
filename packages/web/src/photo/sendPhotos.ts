import type { AppThunk } from '../state/appState';
import { photoApi } from './photoApi';
import { photoSent, waitingPhoto } from './waitingPhotos';

/**
 * Sends the pictures that the server does not have yet: they must be there before an entry speaks of them.
 * @returns why one was not taken; `undefined` where all were
 */
export const sendPhotos =
  (photoIds: readonly string[]): AppThunk<Promise<unknown>> =>
  async (dispatch) => {
    for (const photoId of photoIds) {
      const picture = await waitingPhoto(photoId);
      if (!picture) continue;
      const { error } = await dispatch(photoApi.endpoints.addPhoto.initiate(picture, { track: false }));
      if (error) return error;
      await photoSent(photoId);
    }
    return undefined;
  };
