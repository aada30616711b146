import { Button, Group, Stack } from '@mantine/core';
import { lineUp, sayLikelihood } from '@probe-trail/core/evidence';
import { blankSuspect, planLengths } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { type ComponentProps, useState } from 'react';
import { SuspectPick } from '../../experiment/SuspectPick';
import { TextLine } from '../../fields/TextField';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';

interface NameProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
}

const usualWeight = 3;

/** The cause as whoever tests sees it, without a plan that leads to it; what the readings say of it comes before it is accepted. */
export function NameCause({
  open: {
    trail,
    trail: { plan },
    record,
  },
  button,
}: NameProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const entries = lineUp(trail);
  const largest = Math.max(0, ...entries.map(({ share }) => share));
  const name = (suspectIds: readonly string[]) => {
    if (!record({ kind: 'causeNamed', suspectIds: [...suspectIds] })) return;
    setChosen([]);
    setIsOpen(false);
  };
  const nameOther = (called: string) => {
    const id = `suspect-${nanoid(8)}`;
    const suspect = blankSuspect(id, called, { weight: usualWeight });
    if (record({ kind: 'suspectAdded', suspect }, { kind: 'causeNamed', suspectIds: [id] })) setIsOpen(false);
  };
  const likeliest = entries.filter(({ clearedBy }) => !clearedBy).slice(0, 4);
  return (
    <>
      <Button {...button} onClick={() => setIsOpen(true)}>
        Name the cause
      </Button>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="The cause">
        <Stack maw={760}>
          {likeliest.map(({ suspect, share }) => (
            <Button
              key={suspect.id}
              size="lg"
              variant="default"
              justify="space-between"
              rightSection={<span className="soft">{sayLikelihood(share, largest)}</span>}
              onClick={() => name([suspect.id])}
            >
              {suspect.name}
            </Button>
          ))}
          <SuspectPick
            label="Another one, or several together"
            suspects={plan.suspects}
            chosen={chosen}
            onChoose={setChosen}
          />
          <Button size="lg" disabled={chosen.length === 0} onClick={() => name(chosen)}>
            This is the cause
          </Button>
          <NotOnTheList onName={nameOther} />
          <Button size="lg" variant="subtle" color="gray" onClick={() => name([])}>
            No fault was found
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}

/** A cause that nobody has thought of before: it is put on the list, and named. */
function NotOnTheList({ onName }: { readonly onName: (name: string) => void }) {
  const [text, setText] = useState('');
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '') onName(text.trim());
      }}
    >
      <Group align="end">
        <TextLine
          label="Something that is not on the list"
          size="md"
          style={{ flex: 1 }}
          maxLength={planLengths.suspect.name}
          value={text}
          onText={setText}
        />
        <Button type="submit" size="lg" variant="default" disabled={text.trim() === ''}>
          Name it
        </Button>
      </Group>
    </form>
  );
}
