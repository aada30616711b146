import { useEffect, useState } from 'react';
import { photoUrl } from './photoApi';
import { waitingPhoto } from './waitingPhotos';

/** Where a picture is to be had: on this device while the server does not have it yet; `undefined` until that is known. */
export function usePhotoUrl(photoId: string): string | undefined {
  const [url, setUrl] = useState<string | undefined>();
  useEffect(() => {
    let own: string | undefined;
    let isGone = false;
    void waitingPhoto(photoId).then((picture) => {
      if (isGone) return;
      own = picture && URL.createObjectURL(picture);
      setUrl(own ?? photoUrl(photoId));
    });
    return () => {
      isGone = true;
      if (own) URL.revokeObjectURL(own);
    };
  }, [photoId]);
  return url;
}
