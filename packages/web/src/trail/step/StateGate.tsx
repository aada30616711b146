import { Button } from '@mantine/core';
import type { Need, Step } from '@probe-trail/core/plan';
import { type Move, movesTo } from '@probe-trail/core/vehicleState';
import { useEffect } from 'react';
import { ReasonForm } from '../../fields/ReasonForm';
import { Cautions } from '../../part/Cautions';
import type { OpenTrail } from '../log/useTrail';
import classes from './StateGate.module.css';
import { useMoment } from './useMoment';

interface GateProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly unmet: readonly Need[];
  /** When everything has settled that must; in the past where nothing does. */
  readonly settlesAtMs: number;
}

/** What must change on the vehicle before the step opens, in the order in which it is safe to do; then the time that it needs to settle. */
export function StateGate({ open: { trail, record }, step, unmet, settlesAtMs }: GateProps) {
  const moves = movesTo(trail.believed, [...unmet, ...heldNeeds(step, trail.believed)]);
  const override = (state: readonly { what: string; is: string }[]) => (reason: string) =>
    record({ kind: 'stateOverridden', stepId: step.id, state: state.map(toState), reason });
  return (
    <section className={classes.gate} aria-label="Vehicle state">
      {unmet.length > 0 ? (
        <>
          <h2>First, on the vehicle</h2>
          {step.effort.tools.length > 0 && (
            <p className={classes.tools}>
              Get ready: <b>{step.effort.tools.join(', ')}</b>
            </p>
          )}
          <Cautions step={step} />
          <MoveList moves={moves} believed={trail.believed} />
          <ConfirmButton
            onConfirm={() => record({ kind: 'stateConfirmed', stepId: step.id, state: moves.map(toState) })}
            label={unmet.map(({ what, is }) => `${what} ${is}`).join(', ')}
          />
          <ReasonForm
            opens="Can’t set this up"
            label="Why not"
            description="It is recorded, and shown beside the result"
            does="Test anyway"
            onReason={override(unmet)}
          />
        </>
      ) : (
        <Settling
          settlesAtMs={settlesAtMs}
          label={step.needs
            .filter(({ settleSeconds }) => settleSeconds)
            .map(({ what, is }) => `${what} ${is}`)
            .join(', ')}
          onSkip={override(step.needs.filter(({ what }) => (trail.settlesAtMs[what] ?? 0) > 0))}
        />
      )}
    </section>
  );
}

const toState = ({ what, is }: Need | Move | { what: string; is: string }) => ({ what, is });

/** Needs that are met: a move in between, such as the ignition off for unplugging, must give them back. */
const heldNeeds = ({ needs }: Step, believed: Readonly<Record<string, string>>) =>
  needs.filter(({ what, is }) => believed[what] === is);

function MoveList({
  moves,
  believed,
}: {
  readonly moves: readonly Move[];
  readonly believed: Readonly<Record<string, string>>;
}) {
  return (
    <ol className="bullets">
      {moves.map(({ what, is, because }, index) => (
        // The same state may come twice: off first, and on again.
        <li key={index}>
          {what} <b>{is}</b>
          {because !== undefined && <span className="soft"> {because}</span>}
          {because === undefined && believed[what] !== undefined && believed[what] !== is && (
            <span className="soft"> (now {believed[what]})</span>
          )}
        </li>
      ))}
    </ol>
  );
}

interface SettlingProps {
  readonly settlesAtMs: number;
  readonly label: string;
  readonly onSkip: (reason: string) => void;
}

/** The countdown while something settles; the step opens by itself when it is over. */
function Settling({ settlesAtMs, label, onSkip }: SettlingProps) {
  const seconds = Math.ceil(useMoment(settlesAtMs) / 1000);
  const clock = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return (
    <>
      <h2>It must settle: {label}</h2>
      <p className={classes.clock} role="timer">
        {clock}
      </p>
      <p className="soft">The step opens when the time is up.</p>
      <ReasonForm
        opens="Do not wait"
        label="Why it need not settle"
        description="It is recorded, and shown beside the result"
        does="Test now"
        onReason={onSkip}
      />
    </>
  );
}

function ConfirmButton({ onConfirm, label }: { readonly onConfirm: () => void; readonly label: string }) {
  useEffect(() => document.getElementById('confirm-state')?.focus(), []);
  return (
    <Button id="confirm-state" size="xl" mih={64} onClick={onConfirm} classNames={{ label: classes.label ?? '' }}>
      Confirmed: {label}
    </Button>
  );
}
