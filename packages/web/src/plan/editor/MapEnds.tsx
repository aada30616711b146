import { letterOf, type Plan } from '@probe-trail/core/plan';
import { hues } from '../map/mapGraph';
import { pathColour } from '../map/signpost';
import type { MapFocus } from './MapBar';
import classes from './StepsPart.module.css';

interface EndsProps {
  readonly plan: Plan;
  readonly focus: MapFocus | undefined;
  readonly onFocus: (focus: MapFocus | undefined) => void;
}

/** The conclusions by their letters: a press shows the ways to one, and an outcome can be dropped on it. */
export function MapEnds({ plan, focus, onFocus }: EndsProps) {
  return (
    <ul className={classes.ends} aria-label="Conclusions">
      {plan.conclusions.map(({ id, title }, index) => {
        const isOn = focus?.kind === 'conclusion' && focus.id === id;
        return (
          <li key={id}>
            <button
              type="button"
              data-conclusion={id}
              aria-pressed={isOn}
              onClick={() => onFocus(isOn ? undefined : { kind: 'conclusion', id })}
            >
              <b style={{ color: pathColour(index % hues) }}>{letterOf(index)}</b> {title || 'without a title'}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
