import { TextInput } from '@mantine/core';
import { parseFormula, sayFormulaProblem } from '@probe-trail/core/formula';
import { formulaNames, trySample } from '@probe-trail/core/plan';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { useState } from 'react';
import { AutofillScope } from '../../fields/AutofillScope';
import { useDraft } from '../draft/editorContext';
import { CompletionList, useCompletionKeys } from './CompletionList';

/** A formula, or nothing for an open limit. */
export function parseOpenFormula(text: string): Result<string | null, string> {
  if (text.trim() === '') return ok(null);
  const formula = parseFormula(text);
  return formula.ok ? ok(text.trim()) : failed(sayFormulaProblem(formula.problem));
}

interface FormulaProps {
  readonly label: string;
  readonly placeholder: string;
  /** The unit that its result is wanted in. */
  readonly unit: string;
  readonly value: string | null;
  readonly onCommit: (formula: string | null) => void;
}

const mostShown = 6;

const startsLike = (text: string, begun: string): boolean => text.toLowerCase().startsWith(begun.toLowerCase());

/** A formula that completes the names of readings and inputs, and says what it gives for readings in spec. */
export function FormulaInput({ label, placeholder, unit, value, onCommit }: FormulaProps) {
  const plan = useDraft((draft) => draft);
  const [typed, setTyped] = useState<string | undefined>();
  const [begun, setBegun] = useState('');
  const text = typed ?? value ?? '';
  const tried = text.trim() === '' ? undefined : trySample(plan, text, unit);
  const names = begun === '' ? [] : formulaNames(plan);
  const completions = names
    .filter(({ name, label }) => name !== begun && [name, label].some((text) => startsLike(text, begun)))
    .slice(0, mostShown)
    .map(({ name, label, sample }) => ({ text: name, label: `${label}, in ${sample.unit}` }));

  const write = (next: string) => {
    setTyped(next);
    const parsed = parseOpenFormula(next);
    if (parsed.ok) onCommit(parsed.value);
  };
  const take = (name: string) => {
    write(text.slice(0, text.length - begun.length) + name);
    setBegun('');
  };
  const keys = useCompletionKeys(completions, take, () => setBegun(''));
  return (
    <div>
      <AutofillScope>
        <TextInput
          label={label}
          placeholder={placeholder}
          classNames={{ input: 'mono' }}
          description={tried?.ok ? tried.value : 'Names of readings and inputs, each in its unit without prefix'}
          error={tried && !tried.ok && tried.problem}
          value={text}
          onKeyDown={keys.onKeyDown}
          onBlur={() => {
            setBegun('');
            if (parseOpenFormula(text).ok) setTyped(undefined);
          }}
          onChange={({ currentTarget }) => {
            write(currentTarget.value);
            setBegun(/[A-Za-z]\w*$/.exec(currentTarget.value)?.[0] ?? '');
            keys.begin();
          }}
        />
      </AutofillScope>
      <CompletionList label="Names" completions={completions} at={keys.at} onTake={take} />
    </div>
  );
}
