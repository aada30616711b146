import { Modal } from '@mantine/core';
import { type ReactNode, useState } from 'react';
import classes from './Thumbs.module.css';
import { usePhotoUrl } from './usePhotoUrl';

/** A picture with what is known of it. */
export interface Thumb {
  readonly photoId: string;
  /** What it shows, for those who do not see it. */
  readonly alt: string;
  /** Said below it once it is large. */
  readonly about?: ReactNode;
}

/** Pictures in a row, each of which opens large. */
export function Thumbs({ photos }: { readonly photos: readonly Thumb[] }) {
  const [shown, setShown] = useState<Thumb | undefined>();
  if (photos.length === 0) return null;
  return (
    <>
      <ul className={classes.photos}>
        {photos.map((photo) => (
          <li key={photo.photoId}>
            <button type="button" onClick={() => setShown(photo)}>
              <Picture photo={photo} />
            </button>
          </li>
        ))}
      </ul>
      <Modal opened={shown !== undefined} onClose={() => setShown(undefined)} size="xl" title={shown?.alt}>
        {shown && (
          <>
            <Picture photo={shown} className={classes.whole} />
            {shown.about}
          </>
        )}
      </Modal>
    </>
  );
}

function Picture({ photo, className }: { readonly photo: Thumb; readonly className?: string }) {
  const url = usePhotoUrl(photo.photoId);
  return <img src={url} alt={photo.alt} className={className} loading="lazy" />;
}
