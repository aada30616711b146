import type { Difference, DifferenceKind } from '@probe-trail/core/plan';
import classes from './Differences.module.css';

const words = { added: 'new', removed: 'gone', changed: 'changed' } as const satisfies Record<DifferenceKind, string>;

/** What differs between two versions, gathered by the thing that it is about. */
export function Differences({ differences }: { readonly differences: readonly Difference[] }) {
  if (differences.length === 0) return <p>No difference.</p>;
  const subjects = [...new Set(differences.map(({ about }) => about))];
  return (
    <div className={classes.differences}>
      {subjects.map((about) => (
        <section key={about} aria-label={about}>
          <h3>{about}</h3>
          <ul>
            {differences
              .filter((one) => one.about === about)
              .map((one) => (
                <Line key={`${one.what} ${one.at.outcomeId ?? ''} ${one.before} ${one.after}`} difference={one} />
              ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function Line({ difference: { kind, what, before, after } }: { readonly difference: Difference }) {
  return (
    <li data-kind={kind}>
      <b>
        {what} <small>{words[kind]}</small>
      </b>
      {kind === 'changed' ? (
        <span>
          from <del>{before}</del> to <ins>{after}</ins>
        </span>
      ) : (
        <span>{kind === 'added' ? <ins>{after}</ins> : <del>{before}</del>}</span>
      )}
    </li>
  );
}
