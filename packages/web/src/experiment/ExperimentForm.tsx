import { Select } from '@mantine/core';
import {
  type Answers,
  type AskProblem,
  type ExperimentResult,
  experimentKinds,
  type Subjects,
  type SuspectRole,
  suspectRoles,
} from '@probe-trail/core/experiment';
import { type Experiment, experimentNames, type Plan } from '@probe-trail/core/plan';
import { isListOf, isNullOr, isOneOf, isRecordOf, isShaped, isText } from '../device/shapes';
import { optionsOf } from '../fields/optionsOf';
import { AskFields } from './AskFields';
import classes from './ExperimentForm.module.css';
import { SuspectPick } from './SuspectPick';

/** An experiment as far as it is written. */
export interface WrittenExperiment {
  readonly kind: Experiment | null;
  /** Of each experiment apart: changing one's mind loses nothing. */
  readonly answers: Partial<Readonly<Record<Experiment, Answers>>>;
  readonly subjects: Subjects;
}

export const isWrittenExperiment = isShaped<WrittenExperiment>({
  kind: isNullOr(isOneOf(Object.keys(experimentNames) as Experiment[])),
  answers: isRecordOf(isRecordOf(isText)),
  subjects: isRecordOf(isListOf(isText)),
});

/** What was answered for the experiment that is chosen. */
export const answersOf = ({ kind, answers }: WrittenExperiment): Answers => (kind && answers[kind]) || {};

interface FormProps {
  readonly plan: Pick<Plan, 'suspects' | 'partCards'>;
  readonly written: WrittenExperiment;
  readonly problem: AskProblem | undefined;
  readonly onWrite: (change: Partial<WrittenExperiment>) => void;
}

const kinds = optionsOf(experimentNames);

/** Which experiment, what it must be told, who stands in which role, and what each result will mean. */
export function ExperimentForm({ plan, written, problem, onWrite }: FormProps) {
  const { kind, subjects } = written;
  const answers = answersOf(written);
  const of = kind && experimentKinds[kind];
  return (
    <>
      <Select
        label="Which experiment"
        placeholder="Choose one"
        searchable
        data={kinds}
        value={kind}
        onChange={(next) => onWrite({ kind: next as Experiment | null })}
      />
      {of && (
        <>
          <p className={classes.text}>{of.purpose}</p>
          <AskFields
            plan={plan}
            asks={of.asks}
            answers={answers}
            problem={problem}
            onAnswer={(askId, text) =>
              kind && onWrite({ answers: { ...written.answers, [kind]: { ...answers, [askId]: text } } })
            }
          />
          <fieldset className={classes.roles}>
            <legend>Who is who</legend>
            <p>“This side” means the part’s end, “that side” the control unit’s end.</p>
            {rolesOf(of.results).map((role) => (
              <SuspectPick
                key={role}
                label={suspectRoles[role]}
                suspects={plan.suspects}
                chosen={subjects[role] ?? []}
                onChoose={(ids) => onWrite({ subjects: { ...subjects, [role]: ids } })}
              />
            ))}
          </fieldset>
          <Meanings results={of.results} />
        </>
      )}
    </>
  );
}

const rolesOf = (results: readonly ExperimentResult[]): readonly SuspectRole[] =>
  (Object.keys(suspectRoles) as SuspectRole[]).filter((role) =>
    results.some(({ clears, pointsTo }) => [...clears, ...pointsTo].includes(role)),
  );

/** What can come out, and what it will mean for whom: known before anything is done. */
function Meanings({ results }: { readonly results: readonly ExperimentResult[] }) {
  const names = (roles: readonly SuspectRole[]) => roles.map((role) => suspectRoles[role]).join(', ');
  return (
    <table className={classes.meanings}>
      <thead>
        <tr>
          <th scope="col">Result</th>
          <th scope="col">Points to</th>
          <th scope="col">Clears</th>
        </tr>
      </thead>
      <tbody>
        {results.map(({ id, name, meaning, clears, pointsTo }) => (
          <tr key={id}>
            <th scope="row">
              {name}
              <small>{meaning}</small>
            </th>
            <td>{names(pointsTo) || 'nobody'}</td>
            <td>{names(clears) || 'nobody'}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
