import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react';
import classes from './Actuator.module.css';
import type { ActuatorRun } from './useActuatorRun';

interface KeyProps {
  readonly run: ActuatorRun;
  /** What is commanded when it is pressed. */
  readonly command: number;
  /** Without it the key runs for as long as it is held. */
  readonly mayStay: boolean;
  readonly disabled: boolean;
  readonly name: string;
}

/** The key that runs an actuator: held, or pressed once and once more where the actuator may stay on. */
export function HoldKey({ run, command, mayStay, disabled, name }: KeyProps) {
  const { state, start, stop } = run;
  const isOn = state.kind === 'starting' || state.kind === 'running';
  const isHeld = useRef(false);
  const press = () => {
    if (mayStay && isOn) return stop();
    // Not every browser keeps fingers off a button that is disabled.
    if (disabled) return;
    isHeld.current = true;
    start(command);
  };
  const release = () => {
    if (!isHeld.current) return;
    isHeld.current = false;
    if (!mayStay) stop();
  };
  // A window that loses the focus hears nothing of a key that is let go.
  const latest = useRef(release);
  latest.current = release;
  useEffect(() => {
    const onBlur = () => latest.current();
    window.addEventListener('blur', onBlur);
    return () => window.removeEventListener('blur', onBlur);
  }, []);
  const isPressKey = ({ key }: KeyboardEvent) => key === ' ' || key === 'Enter';
  return (
    <button
      type="button"
      className={classes.key}
      data-on={isOn || undefined}
      aria-pressed={isOn}
      disabled={disabled && !isOn}
      onPointerDown={(event: PointerEvent<HTMLButtonElement>) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        press();
      }}
      onPointerUp={release}
      onPointerCancel={release}
      onLostPointerCapture={release}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={(event) => {
        if (!isPressKey(event)) return;
        event.preventDefault();
        if (!event.repeat) press();
      }}
      onKeyUp={(event) => isPressKey(event) && release()}
      onBlur={release}
    >
      {sayKey(state.kind, mayStay)} <span>{name}</span>
    </button>
  );
}

function sayKey(kind: ActuatorRun['state']['kind'], mayStay: boolean): string {
  if (kind === 'starting') return 'Asking…';
  if (kind === 'stopping') return 'Stopping…';
  if (kind === 'running') return mayStay ? 'Stop' : 'Let go to stop';
  return mayStay ? 'Run' : 'Hold to run';
}
