import { Button, FileButton } from '@mantine/core';
import { useState } from 'react';
import { Moment } from '../device/Moment';
import { Thumbs } from '../photo/Thumbs';
import { takePictures } from '../photo/takePicture';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import { Part } from './Part';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** Pictures of the visit: taken with the tablet, or chosen on a desk. */
export function PhotosPart({ open: { job, record } }: { readonly open: OpenJob }) {
  const { note, isBusy } = useRecording(record);
  const [problem, setProblem] = useState<string | undefined>();
  const mayAdd = useMay('takeInJobs');
  const add = async (files: readonly File[]) =>
    setProblem(await takePictures(files, (photoId) => note({ kind: 'photoAdded', photoId, caption: '' })));
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
      <Thumbs
        photos={job.photos.map(({ photoId, caption, by, atMs }) => ({
          photoId,
          alt: caption || `Photo by ${by}`,
          about: (
            <p className="soft">
              {by}, <Moment atMs={atMs} />
            </p>
          ),
        }))}
      />
    </Part>
  );
}
