import { Button } from '@mantine/core';
import { hookUpsOf, indexPlan, type PartCard, type Plan, type Step } from '@probe-trail/core/plan';
import { IconArrowsMaximize, IconArrowsMinimize } from '@tabler/icons-react';
import { useState } from 'react';
import { PartCardView } from '../../part/PartCardView';
import { BottomSheet } from '../../ui/BottomSheet';
import classes from './Shelf.module.css';

/** The reference material of a step: one part card at a time, over the centre from the bottom edge. */
export function Shelf({ plan, step }: { readonly plan: Plan; readonly step: Step }) {
  const [shown, setShown] = useState<PartCard | undefined>();
  const [isFull, setIsFull] = useState(false);
  const cards = step.partCardIds.flatMap((id) => indexPlan(plan).partCards.get(id) ?? []);
  const pins = hookUpsOf(step)
    .flatMap(({ leads }) => leads)
    .flatMap(({ at }) => (at.kind === 'pin' ? [`${at.connectorId}·${at.pin}`] : []));
  if (cards.length === 0) return null;
  return (
    <div className={classes.shelf}>
      {cards.map((card) => (
        <button key={card.id} type="button" onClick={() => setShown(card)}>
          {card.name}
        </button>
      ))}
      <BottomSheet
        opened={shown !== undefined}
        onClose={() => setShown(undefined)}
        title={shown?.name}
        styles={isFull ? { content: { height: '100dvh', maxHeight: 'none' } } : {}}
      >
        <Button
          className={classes.size}
          variant="subtle"
          leftSection={isFull ? <IconArrowsMinimize size={22} /> : <IconArrowsMaximize size={22} />}
          onClick={() => setIsFull(!isFull)}
        >
          {isFull ? 'Smaller' : 'Full screen'}
        </Button>
        {shown && <PartCardView card={shown} marked={pins} />}
      </BottomSheet>
    </div>
  );
}
