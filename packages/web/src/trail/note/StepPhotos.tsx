import { Button, FileButton, Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import type { Photo } from '@probe-trail/core/trail';
import { IconCamera } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
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
  useEffect(() => {
    const picturesIn = (data: DataTransfer | null) =>
      [...(data?.files ?? [])].filter(({ type }) => type.startsWith('image/'));
    const take = (event: Event, data: DataTransfer | null) => {
      const pictures = picturesIn(data);
      if (pictures.length === 0) return;
      event.preventDefault();
      onFiles(pictures);
    };
    const onPaste = (event: ClipboardEvent) => take(event, event.clipboardData);
    const onDrop = (event: DragEvent) => take(event, event.dataTransfer);
    // Without this the browser opens what is dropped, and the page is gone.
    const onDragOver = (event: DragEvent) => event.preventDefault();
    window.addEventListener('paste', onPaste);
    window.addEventListener('drop', onDrop);
    window.addEventListener('dragover', onDragOver);
    return () => {
      window.removeEventListener('paste', onPaste);
      window.removeEventListener('drop', onDrop);
      window.removeEventListener('dragover', onDragOver);
    };
  });
}
