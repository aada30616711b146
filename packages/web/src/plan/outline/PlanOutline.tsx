import { accessLevels, type Plan } from '@probe-trail/core/plan';
import classes from './PlanOutline.module.css';
import { PlanParts } from './PlanParts';

/** A plan to read through: summary, suspects by weight, steps with their effort. */
export function PlanOutline({ plan }: { readonly plan: Plan }) {
  const suspects = [...plan.suspects].sort((a, b) => b.weight - a.weight);
  const heaviest = suspects[0]?.weight ?? 1;
  return (
    <div className={classes.outline}>
      <section>
        <p>{plan.summary}</p>
        <h2>Steps</h2>
        <ol className={classes.steps}>
          {plan.steps.map(({ id, title, proves, effort }) => (
            <li key={id}>
              <span>
                <b>{title}</b>
                <small>{proves}</small>
              </span>
              <small>
                {effort.minutes} min, {accessLevels[effort.access]}
              </small>
            </li>
          ))}
        </ol>
        <PlanParts plan={plan} />
      </section>
      <section>
        <h2>What it can find</h2>
        <ul className={classes.suspects}>
          {suspects.map(({ id, name, weight }) => (
            <li key={id}>
              {name}
              <i style={{ width: `${Math.max(3, (weight / heaviest) * 100)}%` }} />
            </li>
          ))}
        </ul>
        <Applies label="Engines" items={plan.appliesTo.engines} />
        <Applies label="Codes" items={plan.appliesTo.codes} mono />
        <Applies label="Complaints" items={plan.appliesTo.complaints} />
      </section>
    </div>
  );
}

function Applies({
  label,
  items,
  mono = false,
}: {
  readonly label: string;
  readonly items: readonly string[];
  readonly mono?: boolean;
}) {
  if (items.length === 0) return null;
  return (
    <>
      <h2>{label}</h2>
      <p className={mono ? 'mono' : undefined}>{items.join(', ')}</p>
    </>
  );
}
