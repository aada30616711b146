import { Button } from '@mantine/core';
import { earlierReading } from '@probe-trail/core/trail';
import { useState } from 'react';
import { sayAge } from '../../ui/ago';
import { type ReadingProps, recordReading } from './recordReading';
import { sayTaken } from './waymarkLook';

/** A reading of an earlier visit, with its age and the vehicle state then: taken over by one tap instead of being asked twice. */
export function OfferedReading(props: ReadingProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const { open, step, reading, isDue } = props;
  const earlier = earlierReading(open.trail, step.id, reading.id);
  if (!isDue || !earlier?.entry || open.trail.taken[reading.id]) return null;
  const { entry, eventId } = earlier;
  const states = Object.entries(earlier.takenIn).map(([what, is]) => `${what} ${is}`);
  return (
    <>
      <Button
        variant="default"
        size="lg"
        mb="xs"
        h="auto"
        mih={50}
        styles={{ label: { whiteSpace: 'normal' } }}
        onClick={() => setProblem(recordReading(props)(entry, { stillStands: eventId }))}
      >
        Still {sayTaken(earlier)}, as {sayAge(earlier.atMs, Date.now())}
        {states.length > 0 && ` with ${states.join(', ')}`}
      </Button>
      {problem !== undefined && <p>{problem}</p>}
    </>
  );
}
