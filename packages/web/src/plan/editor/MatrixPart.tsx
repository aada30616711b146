import { useIntersection } from '@mantine/hooks';
import {
  changeOutcome,
  type Mark,
  markOf,
  marks,
  pairsNotToldApart,
  type Step,
  type Suspect,
  sayCondition,
  sayZones,
  withMark,
} from '@probe-trail/core/plan';
import { type KeyboardEvent, memo, useMemo, useRef } from 'react';
import { Link } from 'react-router';
import { keys } from '../../frame/keys';
import { type ReworkPlan, useDraft, useEdits } from '../draft/editorContext';
import classes from './MatrixPart.module.css';

/** Suspects against outcomes: what each outcome says of each suspect, to be filled by keys faster than step by step. */
export function MatrixPart() {
  const { rework } = useEdits();
  const plan = useDraft((draft) => draft);
  const apart = useMemo(() => pairsNotToldApart(plan), [plan]);
  const table = useRef<HTMLElement>(null);
  if (plan.suspects.length === 0 || plan.steps.length === 0)
    return <p>The matrix needs suspects and steps with outcomes: write those first.</p>;
  return (
    <>
      <p className={classes.legend}>
        {(Object.keys(marks) as Mark[]).map((mark) => (
          <span key={mark}>
            <Sign mark={mark} /> {marks[mark]} (<b className="mono">{keyOf[mark].toUpperCase()}</b>)
          </span>
        ))}
        <span className="soft">Press a cell to change it; arrow keys move; Delete clears it.</span>
      </p>
      <p role="status">
        {apart.length === 0
          ? 'Every pair of suspects is told apart by some step.'
          : `No step tells apart: ${apart
              .slice(0, 8)
              .map(([first, second]) => `${first.name || first.id} and ${second.name || second.id}`)
              .join('; ')}${apart.length > 8 ? `; and ${apart.length - 8} more pairs` : ''}.`}
      </p>
      <section
        ref={table}
        className={classes.matrix}
        aria-label="Suspects against outcomes"
        onKeyDown={(event) => moveFocus(event, table.current)}
      >
        <div className={classes.names}>
          <span className={classes.corner} />
          {plan.suspects.map(({ id, name }) => (
            <span key={id}>{name || id}</span>
          ))}
        </div>
        {plan.steps.map((step, index) => (
          <StepColumns key={step.id} step={step} suspects={plan.suspects} index={index} rework={rework} />
        ))}
      </section>
    </>
  );
}

const keyOf = {
  pointsTo: keys.pointsTo.key,
  clears: keys.clears.key,
  expects: keys.expects.key,
} as const satisfies Record<Mark, string>;

interface ColumnsProps {
  readonly step: Step;
  readonly suspects: readonly Suspect[];
  readonly index: number;
  readonly rework: ReworkPlan;
}

/** In px, so that a long heading has room for its lines; known without drawing, as columns that are scrolled away are not drawn. */
const columnWidth = (head: string): number => Math.max(46, 10 + 14 * Math.ceil(head.length / 17));

/** The columns of one step; drawn when they come into the picture, as a long plan has tens of thousands of cells. */
const StepColumns = memo(function StepColumns({ step, suspects, index, rework }: ColumnsProps) {
  const { ref, entry } = useIntersection({ rootMargin: '0px 600px' });
  const isShown = entry?.isIntersecting ?? index < 8;
  const heads = step.outcomes.map((outcome) =>
    step.readings.length > 1 ? sayCondition(step, outcome) : sayZones(step, outcome),
  );
  const widths = heads.map(columnWidth);
  const width = widths.reduce((sum, one) => sum + one, 0);
  return (
    <section ref={ref} className={classes.step} style={{ width: Math.max(width, 92) }} aria-label={step.title}>
      <Link to={`?part=steps&step=${step.id}`} className={classes.title}>
        {step.title || step.id}
      </Link>
      {isShown && (
        <div className={classes.outcomes}>
          {step.outcomes.map((outcome, nth) => (
            <div key={outcome.id} className={classes.outcome} style={{ width: widths[nth] }}>
              <span className={classes.text}>{heads[nth]}</span>
              {suspects.map(({ id, name }) => (
                <Cell
                  key={id}
                  mark={markOf(outcome, id)}
                  label={`${name || id}, ${step.title}, ${sayCondition(step, outcome)}`}
                  onMark={(mark) =>
                    rework((plan) => changeOutcome(plan, step.id, outcome.id, (one) => withMark(one, id, mark)))
                  }
                />
              ))}
            </div>
          ))}
        </div>
      )}
    </section>
  );
});

interface CellProps {
  readonly mark: Mark | undefined;
  readonly label: string;
  readonly onMark: (mark: Mark | undefined) => void;
}

const nextMark: Readonly<Record<Mark | 'none', Mark | undefined>> = {
  none: 'pointsTo',
  pointsTo: 'clears',
  clears: 'expects',
  expects: undefined,
};

function Cell({ mark, label, onMark }: CellProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    const set = (Object.keys(keyOf) as Mark[]).find((one) => keyOf[one] === event.key.toLowerCase());
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (set) onMark(set);
    else if (event.key === 'Delete' || event.key === 'Backspace') onMark(undefined);
  };
  return (
    <button
      type="button"
      className={classes.cell}
      aria-label={`${label}: ${mark ? marks[mark] : 'no evidence'}`}
      onClick={() => onMark(nextMark[mark ?? 'none'])}
      onKeyDown={onKeyDown}
    >
      {mark && <Sign mark={mark} />}
    </button>
  );
}

/** What an outcome says of a suspect, as a shape: a full arrow head, a line through, a hollow one. */
function Sign({ mark }: { readonly mark: Mark }) {
  return (
    <svg className={classes.sign} data-mark={mark} width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      {mark === 'clears' ? (
        <path d="M2 9h14" strokeWidth="3" />
      ) : (
        <path d="M4 2l11 7-11 7z" strokeWidth="2" fill={mark === 'pointsTo' ? 'currentColor' : 'none'} />
      )}
    </svg>
  );
}

const moves: Readonly<Record<string, readonly [columns: number, rows: number]>> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowDown: [0, 1],
  ArrowUp: [0, -1],
};

/** Arrow keys go from cell to cell, across the steps. */
function moveFocus(event: KeyboardEvent, table: HTMLElement | null): void {
  const move = moves[event.key];
  const cell = event.target instanceof Element ? event.target.closest('button') : null;
  const column = cell?.parentElement;
  if (!move || !cell || !column || !table) return;
  event.preventDefault();
  const columns = [...table.querySelectorAll(`.${classes.outcome}`)];
  const next = columns[columns.indexOf(column) + move[0]];
  const row = [...column.querySelectorAll('button')].indexOf(cell) + move[1];
  next?.querySelectorAll('button')[row]?.focus();
}
