import { Button } from '@mantine/core';
import { sayAge } from '../../ui/ago';
import type { ReadingProps } from './recordReading';
import { offerOf } from './useTypedReading';

interface OfferProps extends Pick<ReadingProps, 'open' | 'step' | 'reading'> {
  readonly onTake: (offer: { readonly text: string; readonly eventId: string }) => void;
}

/** A reading of an earlier visit, with its age and the vehicle state then: taken over by one tap instead of being asked twice. */
export function OfferedReading({ onTake, ...props }: OfferProps) {
  const offer = offerOf(props);
  if (!offer) return null;
  const states = Object.entries(offer.takenIn).map(([what, is]) => `${what} ${is}`);
  return (
    <Button variant="default" size="lg" mb="xs" onClick={() => onTake(offer)}>
      Still {offer.text}, as {sayAge(offer.atMs, Date.now())}
      {states.length > 0 && ` with ${states.join(', ')}`}
    </Button>
  );
}
