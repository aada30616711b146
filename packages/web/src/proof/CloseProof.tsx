import { Button, Group, Stack } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { openPoints, type Proof } from '@probe-trail/core/proof';
import { useKeptState } from '../device/keptState';
import { isShaped, isText } from '../device/shapes';
import { TextBlock, TextLine } from '../fields/TextField';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';

interface CloseProps {
  readonly open: OpenJob;
  readonly proof: Proof;
}

interface Words {
  readonly because: string;
  readonly watchFor: string;
  readonly comeBack: string;
}

const noWords: Words = { because: '', watchFor: '', comeBack: '' };
const areWords = isShaped<Words>({ because: isText, watchFor: isText, comeBack: isText });

/** Closes a proof as it was computed: proven at once, otherwise with the reason, and with what the driver is to watch for. */
export function CloseProof({ open: { jobId, record }, proof }: CloseProps) {
  const { note, isBusy } = useRecording(record);
  const [words, setWords, forget] = useKeptState<Words>(`proof-${jobId}`, noWords, areWords);
  const set = (more: Partial<Words>) => setWords((last) => ({ ...last, ...more }));
  const { repair, verdict } = proof;
  const close = async () => {
    const said = {
      because: words.because.trim(),
      watchFor: words.watchFor.trim(),
      comeBack: words.comeBack.trim(),
    };
    const repairId = repair?.repairId ?? null;
    if (await note({ kind: 'proofTaken', repairId, verdict, open: [...openPoints(proof)], ...said })) forget();
  };
  if (verdict === 'proven')
    return (
      <Button size="xl" mih={64} loading={isBusy} onClick={() => void close()}>
        Proven: ready to return
      </Button>
    );
  const lengths = jobEventLengths('proofTaken');
  return (
    <form
      aria-label="Return it all the same"
      onSubmit={(event) => {
        event.preventDefault();
        void close();
      }}
    >
      <Stack maw={760} mt="md">
        <TextBlock
          label={verdict === 'notPossible' ? 'Why it goes back' : 'Why it goes back although it is not proven'}
          description="It stays in the record, and stands on the papers"
          required
          maxLength={lengths.because}
          value={words.because}
          onText={(because) => set({ because })}
        />
        <TextBlock
          label="What the driver is to watch for"
          maxLength={lengths.watchFor}
          value={words.watchFor}
          onText={(watchFor) => set({ watchFor })}
        />
        <TextLine
          label="When to come back"
          placeholder="at once when the lamp lights, otherwise in a week"
          maxLength={lengths.comeBack}
          value={words.comeBack}
          onText={(comeBack) => set({ comeBack })}
        />
        <Group>
          <Button
            type="submit"
            size="lg"
            mih={56}
            variant={verdict === 'notPossible' ? 'filled' : 'default'}
            loading={isBusy}
            disabled={words.because.trim() === ''}
          >
            Ready to return all the same
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
