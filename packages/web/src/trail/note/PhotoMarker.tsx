import { Button, Group, Modal, SegmentedControl, TextInput } from '@mantine/core';
import { type Photo, type PhotoMark, trailEventLengths } from '@probe-trail/core/trail';
import { type PointerEvent, useState } from 'react';
import { MarkedPhoto } from './MarkedPhoto';
import classes from './PhotoMarker.module.css';

interface MarkerProps {
  readonly photo: Photo;
  readonly onKeep: (change: Pick<Photo, 'caption' | 'marks'>) => void;
  readonly onClose: () => void;
}

/** Arrows and circles drawn on a picture with a finger, with a line of text to it. */
export function PhotoMarker({ photo, onKeep, onClose }: MarkerProps) {
  const [marks, setMarks] = useState<readonly PhotoMark[]>(photo.marks);
  const [shape, setShape] = useState<PhotoMark['shape']>('arrow');
  const [drawn, setDrawn] = useState<PhotoMark | undefined>();
  const [caption, setCaption] = useState(photo.caption);
  const finish = () => {
    // A tap without a stroke is no mark.
    if (drawn && distanceOf(drawn) > 0.02) setMarks([...marks, drawn]);
    setDrawn(undefined);
  };
  return (
    <Modal opened onClose={onClose} size="auto" title="Mark the picture">
      <Group mb="xs">
        <SegmentedControl
          aria-label="What to draw"
          size="md"
          data={[
            { value: 'arrow', label: 'Arrow' },
            { value: 'circle', label: 'Circle' },
          ]}
          value={shape}
          onChange={(value) => setShape(value as PhotoMark['shape'])}
        />
        <Button variant="default" disabled={marks.length === 0} onClick={() => setMarks(marks.slice(0, -1))}>
          Remove the last one
        </Button>
      </Group>
      <div
        className={classes.drawing}
        data-drawing
        onPointerDown={(event) => {
          // A finger that slides off the picture still draws on it.
          event.currentTarget.setPointerCapture(event.pointerId);
          const at = placeIn(event);
          setDrawn({ shape, from: at, to: at });
        }}
        onPointerMove={(event) => {
          const to = placeIn(event);
          setDrawn((now) => now && { ...now, to });
        }}
        onPointerUp={finish}
        onPointerCancel={() => setDrawn(undefined)}
      >
        <MarkedPhoto photo={{ ...photo, marks: drawn ? [...marks, drawn] : marks }} />
      </div>
      <TextInput
        mt="xs"
        label="What it shows"
        maxLength={trailEventLengths('photoAdded').caption}
        value={caption}
        onChange={(event) => setCaption(event.currentTarget.value)}
      />
      <Button size="lg" mt="sm" onClick={() => onKeep({ caption: caption.trim(), marks })}>
        Save
      </Button>
    </Modal>
  );
}

/** Where on the picture a finger is, each from 0 to 1. */
function placeIn({ currentTarget, clientX, clientY }: PointerEvent<HTMLElement>): PhotoMark['from'] {
  const { left, top, width, height } = currentTarget.getBoundingClientRect();
  const within = (share: number) => Math.min(1, Math.max(0, share));
  return { x: within((clientX - left) / width), y: within((clientY - top) / height) };
}

const distanceOf = ({ from, to }: PhotoMark) => Math.hypot(to.x - from.x, to.y - from.y);
