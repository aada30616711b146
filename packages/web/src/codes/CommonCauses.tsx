import {
  type Affected,
  type CodeSheet,
  type CommonCause,
  findCommonCauses,
  formatFaultCode,
} from '@probe-trail/core/codes';
import { isMadeByUs } from '@probe-trail/core/job';
import type { Line } from '@probe-trail/core/vehicle';
import type { OpenJob } from '../job/useJob';
import { sayCount } from '../ui/sayCount';
import classes from './CommonCauses.module.css';

const kinds = {
  bus: 'shared bus',
  feed: 'shared feed',
  ground: 'shared ground',
  accused: 'named by all these codes',
  reporting: 'reports all these codes',
} as const satisfies Record<CommonCause['kind'], string>;

const shownCauses = 4;

/** What the codes and silent units of a sheet share: how much each explains, and how much speaks against it. */
export function CommonCauses({ open: { job, line }, sheet }: { readonly open: OpenJob; readonly sheet: CodeSheet }) {
  if (!line) return null;
  const causes = findCommonCauses(sheet, line, (code) => isMadeByUs(job, code)).slice(0, shownCauses);
  if (causes.length === 0) return null;
  return (
    <section className={classes.causes} aria-label="What they have in common">
      <h2>What they have in common</h2>
      <ol>
        {causes.map((cause) => (
          <Cause key={`${cause.kind} ${cause.id}`} cause={cause} line={line} />
        ))}
      </ol>
    </section>
  );
}

function Cause({ cause, line }: { readonly cause: CommonCause; readonly line: Line }) {
  const { name, kind, explains, healthy } = cause;
  const nameOf = (id: string) => [...line.units, ...line.parts].find((thing) => thing.id === id)?.name ?? id;
  return (
    <li>
      <span>
        <b>{name}</b>
        <small>{kinds[kind]}</small>
      </span>
      <span>
        <b>explains {explains.length}</b>
        <small>{explains.map((one) => sayAffected(one, nameOf)).join(', ')}</small>
      </span>
      <span data-against={healthy.length > 0 || undefined}>
        <b>
          {healthy.length === 0
            ? 'nothing contradicts this'
            : `${sayCount(healthy.length, 'working part contradicts', 'working parts contradict')} this`}
        </b>
        <small>{healthy.map(nameOf).join(', ')}</small>
      </span>
    </li>
  );
}

const sayAffected = (one: Affected, nameOf: (id: string) => string) =>
  one.kind === 'silentUnit' ? `${nameOf(one.unitId)} silent` : `${formatFaultCode(one.code)} (${one.code.unitId})`;
