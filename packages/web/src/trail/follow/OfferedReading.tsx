import { Button } from '@mantine/core';
import type { Step, StepReading } from '@probe-trail/core/plan';
import { sayAge } from '../../ui/ago';
import type { OpenTrail } from './useTrail';
import { offerOf } from './useTypedReading';

interface OfferProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly reading: StepReading;
  readonly onTake: (offer: { readonly text: string; readonly eventId: string }) => void;
}

/** A reading of an earlier visit, with its age: taken over by one tap instead of being asked twice. */
export function OfferedReading({ open, step, reading, onTake }: OfferProps) {
  const offer = offerOf(open, step, reading);
  if (!offer) return null;
  return (
    <Button variant="default" size="lg" mb="xs" onClick={() => onTake(offer)}>
      Still {offer.shown}, as {sayAge(offer.atMs, Date.now())}
    </Button>
  );
}
