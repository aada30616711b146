import type { Answers, Ask, AskProblem } from '@probe-trail/core/experiment';
import { TextLine } from '../ui/TextField';

interface FieldsProps {
  readonly asks: readonly Ask[];
  readonly answers: Answers;
  readonly problem: AskProblem | undefined;
  readonly onAnswer: (askId: string, text: string) => void;
}

/** A field for each thing that a test must be told; what cannot be used is said at its field. */
export const AskFields = ({ asks, answers, problem, onAnswer }: FieldsProps) =>
  asks.map((ask) => (
    <TextLine
      key={ask.id}
      label={labelOf(ask, asks, answers)}
      description={descriptionOf(ask)}
      size="md"
      maxLength={160}
      value={answers[ask.id] ?? ask.initial}
      error={problem?.askId === ask.id && problem.says}
      onText={(text) => onAnswer(ask.id, text)}
    />
  ));

function labelOf({ label, unit }: Ask, asks: readonly Ask[], answers: Answers): string {
  const asked = asks.find(({ id }) => id === unit);
  const said = asked ? (answers[asked.id] ?? asked.initial) : (unit ?? '');
  return said === '' ? label : `${label}, ${said}`;
}

function descriptionOf({ is, mayBeEmpty }: Ask): string | undefined {
  if (is === 'values' || is === 'names') return 'Several, with a semicolon between them';
  return mayBeEmpty ? 'May be left empty' : undefined;
}
