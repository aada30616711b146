import { letterOf } from '@probe-trail/core/plan';
import { useDraft } from '../draft/editorContext';
import type { MapFocus } from './MapBar';
import classes from './MapPage.module.css';
import { hues } from './mapGraph';
import { pathColour } from './signpostSize';

interface EndsProps {
  readonly focus: MapFocus | undefined;
  readonly onFocus: (focus: MapFocus | undefined) => void;
}

/** The conclusions by their letters: a press shows the ways to one, and an outcome can be dropped on it. */
export function MapEnds({ focus, onFocus }: EndsProps) {
  const conclusions = useDraft((plan) => plan.conclusions);
  return (
    <ul className={classes.ends} aria-label="Conclusions">
      {conclusions.map(({ id, title }, index) => {
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
