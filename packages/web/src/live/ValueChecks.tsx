import type { CardCheck } from '@probe-trail/core/library';
import { type LiveValue, staleMs } from '@probe-trail/core/liveValue';
import { type HeldCheck, holdPhysicalCheck, sayPhysicalCheck, type ToldValue } from '@probe-trail/core/physicalCheck';
import classes from './LivePage.module.css';
import type { LiveStore } from './liveStore';

interface ChecksProps {
  readonly checks: readonly CardCheck[];
  readonly byKey: ReadonlyMap<string, LiveValue>;
  readonly store: LiveStore;
  readonly atMs: number;
}

/** What a value should be by its physics, and whether it is so just now. Whether the vehicle is as it must be for that, nobody here knows. */
export function ValueChecks({ checks, byKey, store, atMs }: ChecksProps) {
  const told = (key: string): ToldValue | undefined => {
    const [value, newest] = [byKey.get(key), store.seriesOf(key).newest()];
    const isThere = newest && newest.value !== null && atMs - newest.atMs <= staleMs;
    return value && isThere ? { value: newest.value, unit: value.unit } : undefined;
  };
  const nameOf = (key: string) => byKey.get(key)?.name ?? `${key} (not on this board)`;
  return (
    <ul className={classes.checks}>
      {checks.map(({ planId, cardId, cardName, check }, index) => {
        const held = holdPhysicalCheck(check, told);
        const said = sayHeld(held, check.is.kind);
        return (
          // Two checks of one card may say the same.
          <li key={`${planId} ${cardId} ${index}`} data-held={held.kind}>
            {sayPhysicalCheck(check, nameOf)}
            {said !== '' && (
              <>
                : <b>{said}</b>
              </>
            )}
            <small>{cardName}</small>
          </li>
        );
      })}
    </ul>
  );
}

function sayHeld(held: HeldCheck, kind: CardCheck['check']['is']['kind']): string {
  if (held.kind === 'holds') return 'holds now';
  if (held.kind === 'unknown') return '';
  return kind === 'agrees' ? `now ${held.by} apart` : `now ${held.by} outside`;
}
