import { Button, Chip, Group, NumberInput, SegmentedControl, Stack } from '@mantine/core';
import {
  jobEventLengths,
  type TrialCondition,
  type TrialResult,
  trialConditions,
  trialResults,
} from '@probe-trail/core/job';
import { useKeptState } from '../device/keptState';
import { isListOf, isNullOr, isNumber, isOneOf, isShaped, isText } from '../device/shapes';
import { TextBlock } from '../fields/TextField';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';

interface TryOutProps {
  readonly open: OpenJob;
  /** The repair that is to be proven; `null` where nothing was repaired. */
  readonly repairId: string | null;
  readonly onRecorded: () => void;
}

interface Trial {
  readonly under: readonly TrialCondition[];
  readonly minutes: number | null;
  readonly kilometres: number | null;
  readonly topSpeed: number | null;
  readonly complaint: TrialResult | null;
  readonly seen: string;
}

const nothingTried: Trial = { under: [], minutes: null, kilometres: null, topSpeed: null, complaint: null, seen: '' };
const conditions = Object.keys(trialConditions) as TrialCondition[];
const results = Object.keys(trialResults) as TrialResult[];
const isTrial = isShaped<Trial>({
  under: isListOf(isOneOf(conditions)),
  minutes: isNullOr(isNumber),
  kilometres: isNullOr(isNumber),
  topSpeed: isNullOr(isNumber),
  complaint: isNullOr(isOneOf(results)),
  seen: isText,
});

/** How the vehicle was tried out: under which conditions, how long, how far, and what the complaint did. */
export function TryOut({ open: { jobId, record }, repairId, onRecorded }: TryOutProps) {
  const { note, isBusy } = useRecording(record);
  const [trial, setTrial, forget] = useKeptState<Trial>(`trial-${jobId}`, nothingTried, isTrial);
  const set = (more: Partial<Trial>) => setTrial((last) => ({ ...last, ...more }));
  const { minutes, complaint } = trial;
  const isReady = minutes !== null && complaint !== null;
  const send = async () => {
    if (!isReady) return;
    const { under, kilometres, topSpeed, seen } = trial;
    const tried = { under: [...under], minutes, kilometres: kilometres ?? 0, topSpeed, complaint, seen: seen.trim() };
    if (!(await note({ kind: 'triedOut', repairId, ...tried }))) return;
    forget();
    onRecorded();
  };
  return (
    <form
      aria-label="Try it out"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Stack maw={760} my="md">
        <Chip.Group
          multiple
          value={[...trial.under]}
          onChange={(next) => set({ under: conditions.filter((one) => next.includes(one)) })}
        >
          <Group gap={8} role="group" aria-label="Under which conditions">
            {conditions.map((one) => (
              <Chip key={one} value={one} size="lg" variant="outline">
                {trialConditions[one]}
              </Chip>
            ))}
          </Group>
        </Chip.Group>
        <Group align="end">
          <Whole label="Minutes" most={1440} value={minutes} onValue={(next) => set({ minutes: next })} isRequired />
          <Whole
            label="Kilometres"
            most={2000}
            value={trial.kilometres}
            onValue={(next) => set({ kilometres: next })}
          />
          <Whole
            label="Top speed, km/h"
            most={200}
            value={trial.topSpeed}
            onValue={(next) => set({ topSpeed: next })}
          />
        </Group>
        <SegmentedControl
          aria-label="The complaint"
          size="lg"
          data={results.map((value) => ({ value, label: `It ${trialResults[value]}` }))}
          {...(complaint === null ? { value: '' } : { value: complaint })}
          onChange={(next) => set({ complaint: next as TrialResult })}
        />
        <TextBlock
          label="What was seen"
          placeholder="fan at full speed at 103 °C, lamp stayed off"
          maxLength={jobEventLengths('triedOut').seen}
          value={trial.seen}
          onText={(seen) => set({ seen })}
        />
        <Group>
          <Button type="submit" size="lg" mih={56} loading={isBusy} disabled={!isReady}>
            Record how it was tried
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

interface WholeProps {
  readonly label: string;
  readonly most: number;
  readonly value: number | null;
  readonly onValue: (value: number | null) => void;
  readonly isRequired?: boolean;
}

const Whole = ({ label, most, value, onValue, isRequired = false }: WholeProps) => (
  <NumberInput
    label={label}
    w={150}
    size="md"
    required={isRequired}
    min={0}
    max={most}
    clampBehavior="strict"
    allowDecimal={false}
    allowNegative={false}
    value={value ?? ''}
    onChange={(next) => onValue(typeof next === 'number' ? next : null)}
  />
);
