import classes from './Facts.module.css';

interface FactsProps {
  /** Name and text of each; those without text are left out. */
  readonly facts: readonly (readonly [name: string, says: string])[];
  readonly isRow?: boolean;
}

/** What is known, each under its name: one below the other, or in a row. */
export const Facts = ({ facts, isRow = false }: FactsProps) => (
  <dl className={classes.facts} data-row={isRow || undefined}>
    {facts
      .filter(([, says]) => says !== '')
      .map(([name, says]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{says}</dd>
        </div>
      ))}
  </dl>
);
