import { Button, FileButton } from '@mantine/core';
import type { Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { Notice } from '../../ui/Notice';
import { ChangeDialog } from '../editor/ChangeDialog';
import { useDraft } from '../editor/editorContext';

/** Limits from a spreadsheet in place of those of the draft; what changes is shown first. */
export function TakeInLimits() {
  const plan = useDraft((draft) => draft);
  const [next, setNext] = useState<Plan | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const read = async (file: File) => {
    const { readLimits } = await import('@probe-trail/core/exchange');
    const found = readLimits(plan, await file.text());
    setProblem(found.ok ? undefined : found.problem);
    setNext(found.ok ? found.value : undefined);
  };
  return (
    <>
      <FileButton accept=".csv,text/csv" onChange={(file) => file && void read(file)}>
        {(props) => (
          <Button variant="default" {...props}>
            Take in limits (CSV)
          </Button>
        )}
      </FileButton>
      {problem && (
        <Notice kind="outOfSpec" title="No limit was changed">
          <p>{problem}</p>
        </Notice>
      )}
      {next && (
        <ChangeDialog
          title="Limits from the file"
          next={next}
          does="Put them into the draft"
          onClose={() => setNext(undefined)}
        />
      )}
    </>
  );
}
