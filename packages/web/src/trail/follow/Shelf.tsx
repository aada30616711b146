import { Drawer } from '@mantine/core';
import { indexPlan, type PartCard, type Plan, type Step } from '@probe-trail/core/plan';
import { useState } from 'react';
import { PartCardView } from '../../plan/PartCardView';
import classes from './Shelf.module.css';

/** The reference material of a step: one part card at a time, over the centre from the bottom edge. */
export function Shelf({ plan, step }: { readonly plan: Plan; readonly step: Step }) {
  const [shown, setShown] = useState<PartCard | undefined>();
  const cards = step.partCardIds.flatMap((id) => indexPlan(plan).partCards.get(id) ?? []);
  const pins = (step.hookUp?.leads ?? []).flatMap(({ at }) =>
    at.kind === 'pin' ? [`${at.connectorId}·${at.pin}`] : [],
  );
  if (cards.length === 0) return null;
  return (
    <div className={classes.shelf}>
      {cards.map((card) => (
        <button key={card.id} type="button" onClick={() => setShown(card)}>
          {card.name}
        </button>
      ))}
      <Drawer opened={shown !== undefined} onClose={() => setShown(undefined)} title={shown?.name}>
        {shown && <PartCardView card={shown} marked={pins} />}
      </Drawer>
    </div>
  );
}
