import { Button, FileButton } from '@mantine/core';
import { useState } from 'react';
import { Notice } from '../spec/Notice';
import { Thumbs } from './Thumbs';
import { takePictures } from './takePicture';

interface PhotoFieldProps {
  /** What the pictures show. */
  readonly label: string;
  readonly photoIds: readonly string[];
  readonly most: number;
  /** Hears of the pictures as they are then: several may be taken before the form is drawn anew. */
  readonly onAdd: (photoId: string) => void;
  readonly onRemoveLast: () => void;
}

/** Pictures of a form: taken with the tablet, or chosen on a desk; they wait on this device until the entry is sent. */
export function PhotoField({ label, photoIds, most, onAdd, onRemoveLast }: PhotoFieldProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const room = most - photoIds.length;
  return (
    <div>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Thumbs photos={photoIds.map((photoId, at) => ({ photoId, alt: `${label}, ${at + 1}` }))} />
      {room > 0 && (
        <FileButton
          accept="image/*"
          multiple
          onChange={(files) => void takePictures(files.slice(0, room), onAdd).then(setProblem)}
        >
          {(props) => (
            <Button variant="default" mt="xs" mr="sm" {...props}>
              {most === 1 ? 'Add a picture' : 'Add photos'}
            </Button>
          )}
        </FileButton>
      )}
      {photoIds.length > 0 && (
        <Button variant="subtle" mt="xs" onClick={onRemoveLast}>
          {most === 1 ? 'Remove it' : 'Remove the last photo'}
        </Button>
      )}
    </div>
  );
}
