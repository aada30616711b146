import type { ReactNode } from 'react';
import classes from './Part.module.css';

interface PartProps {
  readonly title: string;
  readonly actions?: ReactNode;
  readonly children?: ReactNode;
}

/** One part of a job's page. */
export function Part({ title, actions, children }: PartProps) {
  return (
    <section className={classes.part} aria-label={title}>
      <div className={classes.head}>
        <h2>{title}</h2>
        <div className={classes.actions}>{actions}</div>
      </div>
      {children}
    </section>
  );
}
