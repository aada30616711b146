import { isAdded, type Waymark } from '@probe-trail/core/trail';
import { useEffect, useRef, useState } from 'react';
import { VerdictMark } from '../../spec/VerdictMark';
import type { OpenTrail } from '../log/useTrail';
import { sayWaymark, stepOf, waymarkMark } from '../waymarkLook';
import classes from './TrailSpine.module.css';
import { WaymarkSheet } from './WaymarkSheet';

/** The waymarks walked, each with its shape and reading; a tap opens what was recorded there. */
export function TrailSpine({ open }: { readonly open: OpenTrail }) {
  const { trail } = open;
  const { plan } = trail;
  const [shown, setShown] = useState<Waymark | undefined>();
  const end = useRef<HTMLLIElement>(null);
  // On a narrow screen the trail is one row: the place where you are must be in it.
  useEffect(() => {
    end.current?.scrollIntoView({ block: 'nearest', inline: 'end' });
  }, [trail.at]);
  const here = sayHere(open);
  return (
    <nav className={classes.spine} aria-label="Trail so far">
      <ol>
        {trail.waymarks.map((waymark) => (
          <li key={waymark.id} data-aside={waymark.setAside || undefined}>
            <WaymarkButton open={open} waymark={waymark} onOpen={() => setShown(waymark)} />
            <Stubs count={(stepOf(plan, waymark.stepId)?.outcomes.length ?? 1) - 1} />
          </li>
        ))}
        <li ref={end} className={classes.here} aria-current="step">
          <i className={classes.hereMark} />
          <span>
            <b>{here}</b>
            <small>{trail.at.kind === 'concluded' ? 'the end of the trail' : 'you are here'}</small>
          </span>
        </li>
      </ol>
      <WaymarkSheet open={open} waymark={shown} onClose={() => setShown(undefined)} />
    </nav>
  );
}

function sayHere({ trail, trail: { plan } }: OpenTrail): string | undefined {
  if (trail.at.kind === 'step') return stepOf(plan, trail.at.stepId)?.title;
  return trail.at.kind === 'between' ? 'The next test' : 'Conclusion';
}

interface WaymarkButtonProps {
  readonly open: OpenTrail;
  readonly waymark: Waymark;
  readonly onOpen: () => void;
}

function WaymarkButton({
  open: {
    trail,
    trail: { plan },
  },
  waymark,
  onOpen,
}: WaymarkButtonProps) {
  return (
    <button type="button" onClick={onOpen} className={classes.waymark}>
      <VerdictMark kind={waymarkMark(waymark)} size={22} />
      <span>
        <b>{stepOf(plan, waymark.stepId)?.title}</b>
        <small className={waymark.taken.some(({ reading }) => reading) ? 'mono' : undefined}>
          {sayWaymark(waymark)}
          {isAdded(trail, waymark.stepId) && trail.planId !== null && ', your own'}
          {waymark.proves !== undefined && ', after the repair'}
          {waymark.setAside && ', set aside'}
        </small>
      </span>
    </button>
  );
}

/** A short stub for each branch that was not taken. */
function Stubs({ count }: { readonly count: number }) {
  const stubs = Array.from({ length: Math.min(3, Math.max(0, count)) }, (_, index) => index);
  return (
    <svg className={classes.stubs} width="34" height="20" viewBox="0 0 34 20" aria-hidden="true">
      {stubs.map((index) => (
        <path
          key={index}
          d={`M2 ${2 + index * 5}q0 5 ${8 + index * 6} 6`}
          fill="none"
          stroke="var(--slate)"
          strokeWidth="1.6"
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}
