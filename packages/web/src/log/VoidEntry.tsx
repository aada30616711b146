import { Button } from '@mantine/core';
import type { NewVoiding } from '@probe-trail/core/log';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { ReasonForm } from '../fields/ReasonForm';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';

interface VoidEntryProps {
  readonly entryId: string;
  /** Asks the server for it. */
  readonly onVoid: (voiding: NewVoiding) => Promise<{ readonly error?: unknown }>;
}

/** An administrator's way to make an entry count no more; it stays in the log, with who did it and why. */
export function VoidEntry({ entryId, onVoid }: VoidEntryProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const run = async (reason: string) => {
    const { error } = await onVoid({ entryId, reason });
    setProblem(error === undefined ? undefined : sayFailure(error));
  };
  return (
    <>
      <ReasonForm
        opens="Void this entry"
        label="Why does it no longer count?"
        description="It stays in the log, marked. Later entries that depend on it no longer count either."
        does="Void it"
        onReason={(reason) => void run(reason)}
      />
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
    </>
  );
}

interface VoidingToggleProps {
  readonly isVoiding: boolean;
  readonly onChange: (isVoiding: boolean) => void;
}

/** Offers to void the entries of a list, to those who may; most people only read it. */
export function VoidingToggle({ isVoiding, onChange }: VoidingToggleProps) {
  if (!useMay('voidEntries')) return null;
  return (
    <Button variant="subtle" color="gray" px={0} aria-pressed={isVoiding} onClick={() => onChange(!isVoiding)}>
      {isVoiding ? 'Done' : 'Void an entry'}
    </Button>
  );
}
