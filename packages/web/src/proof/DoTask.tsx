import { Button, Group } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { sayTask } from '@probe-trail/core/plan';
import { type DueTask, judgeTask } from '@probe-trail/core/proof';
import { sayReadingProblem } from '@probe-trail/core/reading';
import { cutText } from '@probe-trail/core/text';
import { useState } from 'react';
import { ReasonForm } from '../fields/ReasonForm';
import { TextLine } from '../fields/TextField';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { SafeMarkdown } from '../part/SafeMarkdown';

interface DoTaskProps {
  readonly open: OpenJob;
  readonly due: DueTask;
}

const { what: whatLength = 0, reading: typedLength = 0 } = jobEventLengths('taskDone');

/** Work after a repair: confirmed, measured, or skipped for a reason. */
export function DoTask({ open: { record }, due: { repairId, task } }: DoTaskProps) {
  const { note, isBusy } = useRecording(record);
  const [text, setText] = useState('');
  const judged = task.limit && text.trim() !== '' ? judgeTask(task.limit, text) : undefined;
  const done = (reading: string | null, skippedBecause: string | null = null) =>
    void note({
      kind: 'taskDone',
      repairId,
      taskId: task.id,
      what: cutText(sayTask(task), whatLength),
      reading,
      skippedBecause,
    });
  return (
    <>
      {task.text.includes('![') && <SafeMarkdown text={task.text} />}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          done(task.limit ? text.trim() : null);
        }}
      >
        <Group align="end">
          {task.limit && (
            <TextLine
              label={`Measured, in ${task.limit.unit}`}
              size="md"
              inputMode="decimal"
              maxLength={typedLength}
              value={text}
              onText={setText}
              error={judged && !judged.ok && sayReadingProblem(judged.problem)}
            />
          )}
          <Button type="submit" size="md" loading={isBusy} disabled={task.limit !== null && judged?.ok !== true}>
            {task.limit ? 'Record it' : 'It is done'}
          </Button>
        </Group>
      </form>
      <ReasonForm
        opens="Skip it"
        label="Why it is skipped"
        description="It stays in the record, and the repair is not wholly proven"
        does="Skip it for this reason"
        onReason={(because) => done(null, because)}
      />
    </>
  );
}
