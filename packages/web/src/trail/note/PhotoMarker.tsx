import { Button, Group, Modal, SegmentedControl, TextInput } from '@mantine/core';
import type { Photo, PhotoMark } from '@probe-trail/core/trail';
import type Konva from 'konva';
import { useEffect, useState } from 'react';
import { Arrow, Ellipse, Layer, Image as Picture, Stage } from 'react-konva';
import { usePhotoUrl } from './usePhotoUrl';

interface MarkerProps {
  readonly photo: Photo;
  readonly onKeep: (change: Pick<Photo, 'caption' | 'marks'>) => void;
  readonly onClose: () => void;
}

/** Arrows and circles drawn on a picture with a finger, with a line of text to it. */
export default function PhotoMarker({ photo, onKeep, onClose }: MarkerProps) {
  const image = useImage(usePhotoUrl(photo.photoId));
  const [marks, setMarks] = useState<readonly PhotoMark[]>(photo.marks);
  const [shape, setShape] = useState<PhotoMark['shape']>('arrow');
  const [drawn, setDrawn] = useState<PhotoMark | undefined>();
  const [caption, setCaption] = useState(photo.caption);
  const size = image ? fitted(image.width, image.height) : { width: 320, height: 240 };
  const finish = () => {
    // A tap without a stroke is no mark.
    if (drawn && distanceOf(drawn) > 0.02) setMarks([...marks, drawn]);
    setDrawn(undefined);
  };
  const all = drawn ? [...marks, drawn] : marks;
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
          Take the last one back
        </Button>
      </Group>
      <Stage
        {...size}
        style={{ touchAction: 'none' }}
        onPointerDown={(event) => {
          const at = placeIn(event, size);
          if (at) setDrawn({ shape, from: at, to: at });
        }}
        onPointerMove={(event) => {
          const at = placeIn(event, size);
          if (drawn && at) setDrawn({ ...drawn, to: at });
        }}
        onPointerUp={finish}
        onPointerLeave={finish}
      >
        <Layer>
          {image && <Picture image={image} {...size} />}
          {all.map((mark, index) => (
            // A mark has no identity but its place in the drawing.
            <DrawnMark key={index} mark={mark} size={size} />
          ))}
        </Layer>
      </Stage>
      <TextInput
        mt="xs"
        label="What it shows"
        maxLength={300}
        value={caption}
        onChange={(event) => setCaption(event.currentTarget.value)}
      />
      <Button size="lg" mt="sm" onClick={() => onKeep({ caption: caption.trim(), marks })}>
        Keep it
      </Button>
    </Modal>
  );
}

interface Size {
  readonly width: number;
  readonly height: number;
}

function DrawnMark({
  mark: { shape, from, to },
  size: { width, height },
}: {
  readonly mark: PhotoMark;
  readonly size: Size;
}) {
  const colour = getComputedStyle(document.documentElement).getPropertyValue('--mark').trim();
  const [x1, y1, x2, y2] = [from.x * width, from.y * height, to.x * width, to.y * height];
  const line = { stroke: colour, strokeWidth: 6 };
  if (shape === 'arrow')
    return <Arrow points={[x1, y1, x2, y2]} {...line} fill={colour} pointerLength={20} pointerWidth={20} />;
  const radius = { radiusX: Math.abs(x2 - x1) / 2, radiusY: Math.abs(y2 - y1) / 2 };
  return <Ellipse x={(x1 + x2) / 2} y={(y1 + y2) / 2} {...radius} {...line} />;
}

function useImage(url: string | undefined): HTMLImageElement | undefined {
  const [image, setImage] = useState<HTMLImageElement | undefined>();
  useEffect(() => {
    if (!url) return;
    const loading = new Image();
    loading.onload = () => setImage(loading);
    loading.src = url;
  }, [url]);
  return image;
}

/** As large as it goes on this screen. */
function fitted(width: number, height: number): Size {
  const scale = Math.min((window.innerWidth - 64) / width, (window.innerHeight - 320) / height, 1);
  return { width: Math.round(width * scale), height: Math.round(height * scale) };
}

function placeIn({ target }: Konva.KonvaEventObject<PointerEvent>, { width, height }: Size) {
  const at = target.getStage()?.getPointerPosition();
  return at ? { x: at.x / width, y: at.y / height } : undefined;
}

const distanceOf = ({ from, to }: PhotoMark) => Math.hypot(to.x - from.x, to.y - from.y);
