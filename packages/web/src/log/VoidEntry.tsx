import type { NewVoiding } from '@probe-trail/core/log';
import { useState } from 'react';
import { sayFailure } from '../app/api';
import { useMay } from '../person/sessionApi';
import { Notice } from '../ui/Notice';
import { ReasonForm } from '../ui/ReasonForm';

interface VoidEntryProps {
  readonly entryId: string;
  /** Asks the server for it. */
  readonly onVoid: (voiding: NewVoiding) => Promise<{ readonly error?: unknown }>;
}

/** An administrator's way to make an entry count no more; it stays in the log, with who did it and why. */
export function VoidEntry({ entryId, onVoid }: VoidEntryProps) {
  const mayVoid = useMay('voidEntries');
  const [problem, setProblem] = useState<string | undefined>();
  if (!mayVoid) return null;
  const run = async (reason: string) => {
    const { error } = await onVoid({ entryId, reason });
    setProblem(error === undefined ? undefined : sayFailure(error));
  };
  return (
    <>
      <ReasonForm
        opens="Void this entry"
        label="Why does it count no more?"
        description="It stays in the log, marked. What was recorded after it and needs it counts no more either."
        does="Void it"
        onReason={(reason) => void run(reason)}
      />
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
    </>
  );
}
