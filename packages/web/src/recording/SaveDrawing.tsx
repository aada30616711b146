import { Button } from '@mantine/core';
import { recordingToSvg } from '@probe-trail/core/recording';
import { type RefObject, useState } from 'react';
import { saveFile } from '../ui/saveFile';
import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import type { Across, DrawnChannel } from './TraceCharts';
import type { View } from './useView';

/** What is seen at a moment. */
export interface Seen {
  readonly drawn: { readonly view: View; readonly channels: readonly DrawnChannel[] };
  readonly across: Across;
}

interface DrawingProps {
  readonly title: string;
  /** What is seen when it is saved. */
  readonly seen: RefObject<Seen>;
  readonly stepMs: number | null;
}

/** What is seen, as a drawing: as lines that can be made larger, or as a picture. */
export function SaveDrawing({ title, seen, stepMs }: DrawingProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const svg = () => {
    const { drawn, across } = seen.current;
    const { view, channels } = drawn;
    const spanMs = view.toMs - view.fromMs;
    const markers = across.markers.map(({ name, atMs }) => ({ atMs, text: name }));
    const sayTime = (atMs: number) => (stepMs === null ? sayLength(atMs) : sayInstant(atMs, spanMs));
    const moments = [...across.marks, ...markers];
    const text = recordingToSvg({ title, ...view, channels, moments, sayTime });
    return new Blob([text], { type: 'image/svg+xml' });
  };
  const savePng = () =>
    pictureOf(svg()).then(
      (png) => saveFile(png, 'recording.png'),
      () => setProblem('This browser could not make a picture of it. The SVG file has the same drawing.'),
    );
  return (
    <>
      <Button size="md" variant="default" onClick={() => saveFile(svg(), 'recording.svg')}>
        SVG
      </Button>
      <Button size="md" variant="default" onClick={() => void savePng()}>
        PNG
      </Button>
      {problem !== undefined && <span role="status">{problem}</span>}
    </>
  );
}

// Twice as many points as it says: it stands on paper too.
const scale = 2;

/** Draws an SVG file into a picture. */
async function pictureOf(svg: Blob): Promise<Blob> {
  const url = URL.createObjectURL(svg);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.naturalWidth * scale, image.naturalHeight * scale];
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) =>
      canvas.toBlob((png) => (png ? resolve(png) : reject(new Error('no picture was made')))),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
}
