import { Button, FileButton, Modal } from '@mantine/core';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { Moment } from '../device/Moment';
import { photoUrl, useAddPhotoMutation } from '../photo/photoApi';
import { scalePhoto } from '../photo/scalePhoto';
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
              <img src={photoUrl(photo.photoId)} alt={photo.caption || `Photo by ${photo.by}`} loading="lazy" />
            </button>
          </li>
        ))}
      </ul>
      <Modal opened={shown !== undefined} onClose={() => setShown(undefined)} size="xl" title={shown?.caption}>
        {shown && (
          <>
            <img
              className={classes.whole}
              src={photoUrl(shown.photoId)}
              alt={shown.caption || `Photo by ${shown.by}`}
            />
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
  const [send, { isLoading }] = useAddPhotoMutation();
  const { note } = useRecording(record);
  const [refused, setRefused] = useState<string | undefined>();
  const addOne = async (file: File): Promise<string | undefined> => {
    const picture = await scalePhoto(file);
    if (!picture) return `“${file.name}” is not a picture that can be read here. It was not added.`;
    const { data, error } = await send(picture);
    if (!data) return sayFailure(error);
    await note({ kind: 'photoAdded', photoId: data.photoId, caption: '' });
    return undefined;
  };
  const add = async (files: readonly File[]) => {
    const refusals: string[] = [];
    for (const file of files) refusals.push(...[await addOne(file)].filter((message) => message !== undefined));
    setRefused(refusals.length > 0 ? refusals.join(' ') : undefined);
  };
  return { add, problem: refused, isBusy: isLoading };
}
