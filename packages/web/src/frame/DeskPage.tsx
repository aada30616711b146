import type { ReactNode } from 'react';
import classes from './DeskPage.module.css';
import { Bar } from './Page';

interface DeskProps {
  /** One row: what is written, its parts, what is done with the whole. */
  readonly head: ReactNode;
  readonly children: ReactNode;
}

/** A page that fills the window: the bar, one row, and the ground below it. The window itself does not scroll. */
export const DeskPage = ({ head, children }: DeskProps) => (
  <div className={classes.desk}>
    <Bar />
    <main className={classes.work}>
      <div className={classes.head}>{head}</div>
      <div className={classes.ground}>{children}</div>
    </main>
  </div>
);
