import type { Step } from '@probe-trail/core/plan';
import classes from './Cautions.module.css';

/** What must be minded at a step: said before anything is changed on the vehicle, and again while it is measured. */
export const Cautions = ({ step }: { readonly step: Pick<Step, 'cautions'> }) =>
  step.cautions.map((caution) => (
    <p key={caution} className={classes.caution}>
      <b>Caution:</b> {caution}
    </p>
  ));
