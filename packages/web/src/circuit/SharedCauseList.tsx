import { type Circuit, type SharedCauses, sayFault } from '@probe-trail/core/circuit';
import { Notice } from '../spec/Notice';
import classes from './Circuit.module.css';
import { nameOfSeen } from './nameOfSeen';

interface ListProps {
  readonly circuit: Circuit;
  readonly found: SharedCauses;
}

const shownCauses = 5;

/** What would leave dead what is dead, the best explanation first. */
export function SharedCauseList({ circuit, found: { causes, notFed } }: ListProps) {
  return (
    <section aria-label="What they share" className={classes.causes}>
      <h2>What they share</h2>
      {notFed.length > 0 && (
        <Notice kind="tooCloseToCall" title={`Nothing feeds ${namesOf(circuit, notFed)} in this state.`}>
          <p>They are dead when all is well, too. Choose the state in which they should work.</p>
        </Notice>
      )}
      {causes.length === 0 && notFed.length === 0 && <p>Nothing that is open would leave these dead.</p>}
      <ol>
        {causes.slice(0, shownCauses).map(({ fault, explains, contradictedBy, alike }) => (
          <li key={JSON.stringify(fault)}>
            <b>{capital(sayFault(circuit, fault))}</b>
            <p>{`Leaves dead: ${namesOf(circuit, explains)}.`}</p>
            <p>
              {contradictedBy.length === 0
                ? 'Nothing that lives speaks against it.'
                : `Against it: ${namesOf(circuit, contradictedBy)} would be dead too, and lives.`}
            </p>
            {alike.length > 0 && (
              <details>
                <summary>{`${alike.length} more that would look the same`}</summary>
                <ul>
                  {alike.map((one) => (
                    <li key={JSON.stringify(one)}>{capital(sayFault(circuit, one))}</li>
                  ))}
                </ul>
              </details>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

const namesOf = (circuit: Circuit, ids: readonly string[]): string =>
  ids.map((id) => nameOfSeen(circuit, id)).join(' · ');

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
