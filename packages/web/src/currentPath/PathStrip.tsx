import { UnstyledButton } from '@mantine/core';
import { locate, type PathReadings, type SectionState } from '@probe-trail/core/currentPath';
import type { CurrentPath } from '@probe-trail/core/plan';
import type { ReactNode } from 'react';
import classes from './PathStrip.module.css';

interface StripProps {
  readonly path: CurrentPath;
  readonly readings: PathReadings;
  /** What a point shows, as it was typed. */
  readonly sayVolts: (pointId: string) => string | undefined;
  readonly chosenId: string | undefined;
  /** The point that would tell most next, with the reason. */
  readonly next: { readonly pointId: string; readonly reason: string } | undefined;
  readonly onChoose: (pointId: string) => void;
  /** Stands at the point that is chosen. */
  readonly children?: ReactNode;
}

const stateWords: Readonly<Record<SectionState, string>> = {
  good: 'good under load',
  continuous: 'connected, not proven under load',
  fault: 'the fault is here',
  possible: 'the fault may be here',
  unknown: 'not known yet',
};

/** A path from the supply to the ground, with what is proven good from where to where, and where the fault is left. */
export function PathStrip({ path, readings, sayVolts, chosenId, next, onChoose, children }: StripProps) {
  const { states } = locate(path, readings);
  return (
    <ol aria-label={path.name}>
      {path.points.map((point, at) => {
        const isEnd = at === path.points.length - 1;
        const section = path.sections[at];
        const shown = isEnd ? '0 V, black lead' : sayVolts(point.id);
        return (
          <li key={point.id}>
            <UnstyledButton
              className={classes.point}
              disabled={isEnd}
              aria-pressed={isEnd ? undefined : point.id === chosenId}
              data-measured={shown !== undefined || undefined}
              onClick={() => onChoose(point.id)}
            >
              <i className={classes.dot} />
              <span>
                <b>{point.name}</b>
                {next?.pointId === point.id && <small>next: {next.reason}</small>}
              </span>
              <span className={classes.volts}>{shown ?? 'measure'}</span>
            </UnstyledButton>
            {point.id === chosenId && <div className={classes.chosen}>{children}</div>}
            {section && (
              <div className={classes.section} data-state={states[at]} data-load={section.isLoad || undefined}>
                <i className={classes.line} />
                <span>
                  {section.isLoad && <b>load: </b>}
                  {stateWords[states[at] ?? 'unknown']}
                </span>
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
