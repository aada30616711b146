import type { Usage, UsageQuery } from '@probe-trail/core/library';
import { groupBy } from '@probe-trail/core/list';
import { Link } from 'react-router';
import { Wait } from '../../api/Wait';
import { useMay } from '../../session/sessionApi';
import { sayCount } from '../../ui/sayCount';
import { versionStates } from '../versionStates';
import classes from './Library.module.css';
import { useUsagesQuery } from './libraryApi';

/** Where plans use a thing, plan by plan, with ways there. */
export function Usages({ query }: { readonly query: UsageQuery }) {
  const { data, error, refetch } = useUsagesQuery(query, { refetchOnMountOrArgChange: true });
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(usages) => {
        const versions = [...groupBy(usages, ({ planId, version }) => `${planId} ${version}`).values()];
        return versions.length === 0 ? (
          <p className="soft">No plan uses it.</p>
        ) : (
          <ul className={`bullets ${classes.usages}`} aria-label="Where it is used">
            {versions.map((inVersion) => (
              <InVersion key={`${inVersion[0]?.planId} ${inVersion[0]?.version}`} usages={inVersion} />
            ))}
          </ul>
        );
      }}
    </Wait>
  );
}

function InVersion({ usages }: { readonly usages: readonly Usage[] }) {
  const mayWrite = useMay('writePlans');
  const [first] = usages;
  if (!first) return null;
  const isOpen = mayWrite && (first.state === 'draft' || first.state === 'inReview');
  const steps = [...groupBy(usages, ({ stepId }) => stepId).entries()];
  const plan = `/plans/${first.planId}`;
  return (
    <li>
      <Link to={isOpen ? `${plan}/edit${first.how === 'card' ? `?part=cards&card=${first.what}` : ''}` : plan}>
        {first.planTitle || 'A plan without a title'}
      </Link>{' '}
      <small>
        version {first.version}, {versionStates[first.state]}
        {first.lines.length > 0 && `, for ${first.lines.join(', ')}`}
      </small>
      <ul className="bullets">
        {steps.map(
          ([stepId, inStep]) =>
            stepId !== null && (
              <li key={stepId}>
                {isOpen ? (
                  <Link to={`${plan}/edit?part=steps&step=${stepId}`}>{saysStep(inStep)}</Link>
                ) : (
                  saysStep(inStep)
                )}{' '}
                <small>{saysPins(inStep)}</small>
              </li>
            ),
        )}
      </ul>
    </li>
  );
}

const saysStep = ([first]: readonly Usage[]): string => first?.stepTitle || 'a step without a title';

/** `measured at C31·1, C31·2; mentioned C31·3`: what is both is measured. */
function saysPins(usages: readonly Usage[]): string {
  const measured = usages.filter(({ how }) => how === 'measured').map(({ what }) => what);
  const mentioned = usages.filter(({ how, what }) => how === 'mentioned' && !measured.includes(what));
  return [
    ...(measured.length > 0 ? [`measured at ${measured.join(', ')}`] : []),
    ...(mentioned.length > 0 ? [`mentioned ${mentioned.map(({ what }) => what).join(', ')}`] : []),
  ].join('; ');
}

/** How many steps of how many plans there are. */
export function sayUsages(usages: readonly Usage[]): string {
  const plans = new Set(usages.map(({ planId }) => planId)).size;
  const steps = new Set(usages.flatMap(({ planId, stepId }) => (stepId === null ? [] : [`${planId} ${stepId}`]))).size;
  return `${sayCount(steps, 'step')} in ${sayCount(plans, 'plan')}`;
}
