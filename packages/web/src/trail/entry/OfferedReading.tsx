import { Button } from '@mantine/core';
import { earlierReading, sayTaken } from '@probe-trail/core/trail';
import { sayAge } from '../../device/ago';
import { nowMs } from '../../device/clock';
import { type ReadingProps, recordReading } from './recordReading';

/** A reading of an earlier visit, with its age and the vehicle state then: taken over by one tap instead of being asked twice. */
export function OfferedReading(props: ReadingProps) {
  const { open, step, reading, isDue } = props;
  const earlier = earlierReading(open.trail, step.id, reading.id);
  if (!isDue || !earlier?.entry || open.trail.taken[reading.id]) return null;
  const { entry, eventId } = earlier;
  const states = Object.entries(earlier.takenIn).map(([what, is]) => `${what} ${is}`);
  return (
    <Button
      variant="default"
      size="lg"
      mb="xs"
      h="auto"
      mih={50}
      styles={{ label: { whiteSpace: 'normal' } }}
      onClick={() => recordReading(props)(entry, { stillStands: eventId })}
    >
      Still {sayTaken(earlier)}, as {sayAge(earlier.atMs, nowMs())}
      {states.length > 0 && ` with ${states.join(', ')}`}
    </Button>
  );
}
