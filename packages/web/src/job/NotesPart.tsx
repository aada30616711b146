import { Button, Group } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { useKeptState } from '../device/keptState';
import { isText } from '../device/shapes';
import { TextBlock } from '../fields/TextField';
import { useMay } from '../session/sessionApi';
import { Part } from './Part';
import type { OpenJob } from './useJob';
import { useRecording } from './useRecording';

/** Notes on the visit: where the key hangs, what was agreed. */
export function NotesPart({ open: { jobId, job, record } }: { readonly open: OpenJob }) {
  const { note, isBusy } = useRecording(record);
  const [text, setText, forget] = useKeptState(`note-${jobId}`, '', isText);
  const mayNote = useMay('takeInJobs');
  const save = async () => {
    if (!(await note({ kind: 'noted', text: text.trim(), isSideFinding: false }))) return;
    setText('');
    forget();
  };
  return (
    <Part title="Notes">
      {job.notes.map(({ id, text: said, by }) => (
        <p key={id}>
          {said} <small className="soft">{by}</small>
        </p>
      ))}
      {mayNote && (
        <>
          <TextBlock
            aria-label="A note"
            placeholder="What else is worth knowing"
            maxLength={jobEventLengths('noted').text}
            value={text}
            onText={setText}
          />
          <Group mt="xs">
            <Button variant="default" loading={isBusy} disabled={text.trim() === ''} onClick={() => void save()}>
              Add the note
            </Button>
          </Group>
        </>
      )}
    </Part>
  );
}
