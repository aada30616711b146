import type { CardCheck } from '@probe-trail/core/library';
import { type LiveValue, staleMs } from '@probe-trail/core/liveValue';
import { type HeldCheck, holdPhysicalCheck, sayPhysicalCheck, type ToldValue } from '@probe-trail/core/physicalCheck';
import classes from './LivePage.module.css';
import type { LiveStore } from './liveStore';

/** A check as it stood at one moment, in words. */
export interface ToldCheck {
  readonly said: string;
  /** `''`: it cannot be told. */
  readonly outcome: string;
  readonly kind: HeldCheck['kind'];
  readonly cardName: string;
}

/** Holds checks against the values of a board as they were at `atMs`. Whether the vehicle is as it must be for that, nobody here knows. */
export function holdChecks(
  checks: readonly CardCheck[],
  byKey: ReadonlyMap<string, LiveValue>,
  store: LiveStore,
  atMs: number,
): readonly ToldCheck[] {
  const told = (key: string): ToldValue | undefined => {
    const [value, newest] = [byKey.get(key), store.seriesOf(key).newest()];
    const isThere = newest && newest.value !== null && atMs - newest.atMs <= staleMs;
    return value && isThere ? { value: newest.value, unit: value.unit } : undefined;
  };
  const nameOf = (key: string) => byKey.get(key)?.name ?? `${key} (not on this board)`;
  return checks.map(({ cardName, check }) => {
    const held = holdPhysicalCheck(check, told);
    return { said: sayPhysicalCheck(check, nameOf), outcome: sayHeld(held, check.is.kind), kind: held.kind, cardName };
  });
}

/** What a value should be by its physics, and whether it is so. */
export function ValueChecks({ checks }: { readonly checks: readonly ToldCheck[] }) {
  return (
    <ul className={classes.checks}>
      {checks.map(({ said, outcome, kind, cardName }, index) => (
        // Two checks of one card may say the same.
        <li key={`${said} ${index}`} data-held={kind}>
          {said}
          {outcome !== '' && (
            <>
              : <b>{outcome}</b>
            </>
          )}
          <small>{cardName}</small>
        </li>
      ))}
    </ul>
  );
}

function sayHeld(held: HeldCheck, kind: CardCheck['check']['is']['kind']): string {
  if (held.kind === 'holds') return 'holds now';
  if (held.kind === 'unknown') return '';
  return kind === 'agrees' ? `now ${held.by} apart` : `now ${held.by} outside`;
}
