import { Autocomplete } from '@mantine/core';
import type { Answers, Ask, AskProblem } from '@probe-trail/core/experiment';
import { type Plan, pinPlaces } from '@probe-trail/core/plan';
import { TextLine } from '../fields/TextField';
import classes from './AskFields.module.css';

interface FieldsProps {
  /** With the pins that can be named. */
  readonly plan: Pick<Plan, 'partCards'>;
  readonly asks: readonly Ask[];
  readonly answers: Answers;
  readonly problem: AskProblem | undefined;
  readonly onAnswer: (askId: string, text: string) => void;
}

/** A field for each thing that a test must be told; what cannot be used is said at its field. */
export function AskFields({ plan, asks, answers, problem, onAnswer }: FieldsProps) {
  const places = [...pinPlaces(plan)];
  const fieldOf = (ask: Ask) => {
    const field = {
      label: labelOf(ask, asks, answers),
      description: descriptionOf(ask),
      size: 'md',
      maxLength: ask.is === 'place' ? 120 : 160,
      value: answers[ask.id] ?? ask.initial,
      error: problem?.askId === ask.id && problem.message,
      ...(isWide(ask) && { className: classes.wide ?? '' }),
    };
    const onText = (text: string) => onAnswer(ask.id, text);
    return ask.is === 'place' ? (
      <Autocomplete key={ask.id} {...field} data={places} limit={mostPlaces} onChange={onText} />
    ) : (
      <TextLine key={ask.id} {...field} onText={onText} />
    );
  };
  return <div className={classes.asks}>{asks.map(fieldOf)}</div>;
}

const isWide = ({ is }: Ask): boolean => is === 'text' || is === 'names' || is === 'values';

const mostPlaces = 50;

function labelOf({ label, unit }: Ask, asks: readonly Ask[], answers: Answers): string {
  const asked = asks.find(({ id }) => id === unit);
  const said = asked ? (answers[asked.id] ?? asked.initial) : (unit ?? '');
  return said === '' ? label : `${label}, ${said}`;
}

function descriptionOf({ is, mayBeEmpty }: Ask): string | undefined {
  if (is === 'values' || is === 'names') return 'Several, separated by semicolons';
  if (is === 'place') return `A pin or a place${mayBeEmpty ? '; may be left empty' : ''}`;
  return mayBeEmpty ? 'May be left empty' : undefined;
}
