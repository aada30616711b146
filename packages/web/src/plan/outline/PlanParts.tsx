import type { PartCard, Plan } from '@probe-trail/core/plan';
import { useEffect, useRef } from 'react';
import { useSearchParams } from 'react-router';
import { PartCardView } from '../../part/PartCardView';
import classes from './PlanParts.module.css';

/** The part cards of a plan, closed; the one that a search has found is open, with the pin marked. */
export function PlanParts({ plan: { partCards } }: { readonly plan: Plan }) {
  const [search] = useSearchParams();
  const wanted = search.get('part');
  if (partCards.length === 0) return null;
  return (
    <>
      <h2>Parts</h2>
      {partCards.map((card) => (
        <CardDetails key={card.id} card={card} wanted={bears(card, wanted) ? wanted : null} />
      ))}
    </>
  );
}

/** Whether a card, or one of its pins, is called so. */
const bears = ({ name, connectors }: PartCard, wanted: string | null): boolean =>
  name === wanted || connectors.some(({ id, pins }) => pins.some(({ pin }) => `${id}·${pin}` === wanted));

function CardDetails({ card, wanted }: { readonly card: PartCard; readonly wanted: string | null }) {
  const details = useRef<HTMLDetailsElement>(null);
  useEffect(() => {
    if (wanted !== null) details.current?.scrollIntoView({ block: 'center' });
  }, [wanted]);
  return (
    <details ref={details} className={classes.card} open={wanted !== null}>
      <summary>{card.name}</summary>
      <PartCardView card={card} marked={wanted === null ? [] : [wanted]} />
    </details>
  );
}
