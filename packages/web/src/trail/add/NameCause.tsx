import { Button, Stack } from '@mantine/core';
import { lineUp, sayLikelihood } from '@probe-trail/core/evidence';
import { type ComponentProps, useState } from 'react';
import { SuspectPick } from '../../experiment/SuspectPick';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../follow/useTrail';

interface NameProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
}

/** The cause as whoever tests sees it, without a plan that leads to it; what the readings say of it comes before it is accepted. */
export function NameCause({ open: { trail, plan, record }, button }: NameProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const entries = lineUp(trail);
  const largest = Math.max(0, ...entries.map(({ share }) => share));
  const name = (suspectIds: readonly string[]) => {
    record({ kind: 'causeNamed', suspectIds: [...suspectIds] });
    setChosen([]);
    setIsOpen(false);
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
          <Button size="lg" variant="subtle" color="gray" onClick={() => name([])}>
            No fault was found
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}
