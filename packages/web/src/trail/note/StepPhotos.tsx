import { Button, FileButton, Group } from '@mantine/core';
import { useWindowEvent } from '@mantine/hooks';
import type { Step } from '@probe-trail/core/plan';
import type { Photo } from '@probe-trail/core/trail';
import { IconCamera } from '@tabler/icons-react';
import { useState } from 'react';
import { Notice } from '../../spec/Notice';
import type { OpenTrail } from '../log/useTrail';
import { MarkedPhoto } from './MarkedPhoto';
import { PhotoMarker } from './PhotoMarker';
import classes from './StepPhotos.module.css';
import { useStepPhotos } from './useStepPhotos';

interface PhotosProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

/** Pictures of a step: from the camera, chosen, dragged or pasted; marked where it matters. */
export function StepPhotos({ open, step }: PhotosProps) {
  const photos = open.trail.photos.filter(({ stepId }) => stepId === step.id);
  const { add, mark, problem } = useStepPhotos(open, step);
  const [shown, setShown] = useState<Photo | undefined>();
  useDropAndPaste((files) => void add(files));
  return (
    <>
      <FileButton accept="image/*" capture="environment" multiple onChange={(files) => void add(files)}>
        {(props) => (
          <Button variant="subtle" color="gray" leftSection={<IconCamera size={20} />} {...props}>
            Photo
          </Button>
        )}
      </FileButton>
      {photos.length > 0 && (
        <Group gap={6}>
          {photos.map((photo) => (
            <button
              key={photo.photoId}
              type="button"
              className={classes.thumb}
              aria-label={photo.caption || `Photo by ${photo.by}`}
              onClick={() => setShown(photo)}
            >
              <MarkedPhoto photo={photo} />
            </button>
          ))}
        </Group>
      )}
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {shown && (
        <PhotoMarker
          photo={shown}
          onClose={() => setShown(undefined)}
          onKeep={(change) => {
            mark(shown, change);
            setShown(undefined);
          }}
        />
      )}
    </>
  );
}

function useDropAndPaste(onFiles: (files: readonly File[]) => void) {
  const take = (event: Event, data: DataTransfer | null) => {
    const pictures = [...(data?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
    if (pictures.length === 0) return;
    event.preventDefault();
    onFiles(pictures);
  };
  useWindowEvent('paste', (event) => take(event, event.clipboardData));
  useWindowEvent('drop', (event) => take(event, event.dataTransfer));
  // Without this the browser opens what is dropped, and the page is gone.
  useWindowEvent('dragover', (event) => event.preventDefault());
}
