import classes from './Facts.module.css';

interface FactsProps {
  /** Name and text of each; those without text are left out. */
  readonly facts: readonly (readonly [name: string, text: string])[];
  readonly isRow?: boolean;
}

/** What is known, each under its name: one below the other, or in a row. */
export const Facts = ({ facts, isRow = false }: FactsProps) => (
  <dl className={classes.facts} data-row={isRow || undefined}>
    {facts
      .filter(([, text]) => text !== '')
      .map(([name, text]) => (
        <div key={name}>
          <dt>{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
  </dl>
);
