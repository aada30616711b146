import { type Station as StationName, type StationPlace, stations } from '@probe-trail/core/job';
import { type ReactNode, useId, useState } from 'react';
import { Moment } from '../device/Moment';
import { VerdictMark } from '../spec/VerdictMark';
import type { MarkKind } from '../spec/verdictLook';
import classes from './Station.module.css';

interface StationProps {
  readonly name: StationName;
  readonly place: StationPlace;
  /** What there is to do, as long as it is due. */
  readonly task: string;
  /** What is known, in one line; where nothing is, what happens there. */
  readonly facts: ReactNode;
  readonly atMs: number | undefined;
  readonly children: ReactNode;
}

const markOfPlace = { done: 'inSpec', missed: 'open', ahead: 'open' } as const satisfies Record<
  Exclude<StationPlace, 'due'>,
  MarkKind
>;

/** One station of a job: the one that is due stands open with its task, the others are a line each, which opens too. */
export function Station({ name, place, task, facts, atMs, children }: StationProps) {
  const [isOpened, setIsOpened] = useState(false);
  const id = useId();
  const isOpen = place === 'due' || isOpened;
  return (
    <li className={classes.station} data-place={place} data-station={name}>
      <div className={classes.line}>
        {place === 'due' ? <i className={classes.due} /> : <VerdictMark kind={markOfPlace[place]} />}
        <h2>
          {place === 'due' ? (
            <span>{task}</span>
          ) : (
            <button type="button" aria-expanded={isOpen} aria-controls={id} onClick={() => setIsOpened(!isOpened)}>
              {stations[name]}
            </button>
          )}
        </h2>
        {place !== 'due' && <p>{place === 'missed' ? 'not done' : facts}</p>}
        {atMs !== undefined && (
          <small>
            <Moment atMs={atMs} />
          </small>
        )}
      </div>
      {isOpen && (
        <div id={id} className={classes.body}>
          {children}
        </div>
      )}
    </li>
  );
}
