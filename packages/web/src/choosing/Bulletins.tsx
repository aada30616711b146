import type { Bulletin } from '@probe-trail/core/choosing';
import classes from '../ui/Aside.module.css';

/** Short texts about known troubles that match this job. */
export function Bulletins({ bulletins }: { readonly bulletins: readonly Bulletin[] }) {
  if (bulletins.length === 0) return null;
  return (
    <section className={classes.aside} aria-label="Bulletins">
      <h2>Bulletins</h2>
      {bulletins.map(({ id, title, text }) => (
        <details key={id} open={bulletins.length === 1}>
          <summary>
            {title} <small className="mono">{id}</small>
          </summary>
          <p>{text}</p>
        </details>
      ))}
    </section>
  );
}
