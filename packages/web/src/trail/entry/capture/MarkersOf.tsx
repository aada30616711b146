import { Button, Group, RangeSlider } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import type { CaptureSource } from '@probe-trail/core/captureSource';
import type { Span } from '@probe-trail/core/waveform';
import { useState } from 'react';
import { sayInstant } from '../../../recording/sayInstant';

interface MarkersProps {
  readonly name: string;
  readonly source: CaptureSource;
  readonly onSet: (span: Span) => void;
  /** Takes back what was set by hand; `undefined` where nothing was. */
  readonly onFound: (() => void) | undefined;
}

const steps = 500;
// Who holds an arrow key is not measured for at each step.
const calmMs = 120;

/** The two markers of a measurement, which can be put right by hand: that it was is kept with the reading. */
export function MarkersOf({ name, source, onSet, onFound }: MarkersProps) {
  const { picture, fromMs, toMs, byHand } = source;
  const [isOpen, setIsOpen] = useState(byHand);
  // Where they stand as moved: what is measured follows, and must not push them back meanwhile.
  const [moved, setMoved] = useState<readonly [number, number] | undefined>();
  const measure = useDebouncedCallback(
    ([from, to]: readonly [number, number]) => onSet({ fromMs: from, toMs: to }),
    calmMs,
  );
  // What is drawn stays as it is while the markers are moved.
  const [seen] = useState(picture);
  const length = seen.toMs - seen.fromMs;
  if (!isOpen)
    return (
      <Button variant="default" size="md" onClick={() => setIsOpen(true)}>
        Correct the markers
      </Button>
    );
  return (
    <Group gap="md" wrap="wrap">
      <RangeSlider
        flex="1 1 240px"
        size="xl"
        thumbSize={32}
        min={seen.fromMs}
        max={seen.toMs}
        step={length / steps}
        minRange={0}
        label={(value) => sayInstant(value, length)}
        thumbFromLabel={`${name}: first marker`}
        thumbToLabel={`${name}: second marker`}
        value={[...(moved ?? [fromMs, toMs])] as [number, number]}
        onChange={setMoved}
        onChangeEnd={measure}
      />
      {onFound && (
        <Button
          variant="default"
          size="md"
          onClick={() => {
            setMoved(undefined);
            onFound();
            setIsOpen(false);
          }}
        >
          As it was found
        </Button>
      )}
    </Group>
  );
}
