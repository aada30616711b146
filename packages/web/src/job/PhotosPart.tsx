import { Button, FileButton, Modal } from '@mantine/core';
import { useState } from 'react';
import { Moment } from '../device/Moment';
import { scalePhoto } from '../photo/scalePhoto';
import { usePhotoUrl } from '../photo/usePhotoUrl';
import { keepPhoto } from '../photo/waitingPhotos';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { Part } from './Part';
import classes from './PhotosPart.module.css';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

type Photo = OpenJob['job']['photos'][number];

/** Pictures of the visit: taken with the tablet, or chosen on a desk. */
export function PhotosPart({ open: { job, record } }: { readonly open: OpenJob }) {
  const { add, problem, isBusy } = useAddPhotos(record);
  const mayAdd = useMay('takeInJobs');
  const [shown, setShown] = useState<Photo | undefined>();
  return (
    <Part
      title="Photos"
      actions={
        mayAdd && (
          <FileButton accept="image/*" multiple onChange={(files) => void add(files)}>
            {(props) => (
              <Button variant="default" loading={isBusy} {...props}>
                Add photos
              </Button>
            )}
          </FileButton>
        )
      }
    >
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <ul className={classes.photos}>
        {job.photos.map((photo) => (
          <li key={photo.id}>
            <button type="button" onClick={() => setShown(photo)}>
              <Picture photo={photo} />
            </button>
          </li>
        ))}
      </ul>
      <Modal opened={shown !== undefined} onClose={() => setShown(undefined)} size="xl" title={shown?.caption}>
        {shown && (
          <>
            <Picture photo={shown} className={classes.whole} />
            <p className="soft">
              {shown.by}, <Moment atMs={shown.atMs} />
            </p>
          </>
        )}
      </Modal>
    </Part>
  );
}

function useAddPhotos(record: OpenJob['record']) {
  const { note, isBusy } = useRecording(record);
  const [refused, setRefused] = useState<string | undefined>();
  const addOne = async (file: File): Promise<string | undefined> => {
    const picture = await scalePhoto(file);
    if (!picture) return `“${file.name}” is not a picture that can be read here. It was not added.`;
    const photoId = await keepPhoto(picture).catch(() => undefined);
    if (photoId === undefined) return 'This device has no room for another picture. It was not added.';
    await note({ kind: 'photoAdded', photoId, caption: '' });
    return undefined;
  };
  const add = async (files: readonly File[]) => {
    const refusals: string[] = [];
    for (const file of files) refusals.push(...[await addOne(file)].filter((message) => message !== undefined));
    setRefused(refusals.length > 0 ? refusals.join(' ') : undefined);
  };
  return { add, problem: refused, isBusy };
}

function Picture({ photo, className }: { readonly photo: Photo; readonly className?: string }) {
  const url = usePhotoUrl(photo.photoId);
  return <img src={url} alt={photo.caption || `Photo by ${photo.by}`} className={className} loading="lazy" />;
}
