import { Button, Checkbox, Group, SegmentedControl, Select, Stack } from '@mantine/core';
import { suspectsOfCard } from '@probe-trail/core/library';
import { blankSuspect, type PartCard, planLengths, type Suspect } from '@probe-trail/core/plan';
import { nanoid } from 'nanoid';
import { type ComponentProps, useState } from 'react';
import { sayFailure } from '../../api/api';
import { useKeptState } from '../../device/keptState';
import { isText } from '../../device/shapes';
import { optionsOf, optionsOfParts } from '../../fields/optionsOf';
import { TextLine } from '../../fields/TextField';
import { libraryApi, useLibraryCardsQuery } from '../../plan/library/libraryApi';
import { suspectKinds } from '../../plan/suspectKinds';
import { Notice } from '../../spec/Notice';
import { useAppDispatch } from '../../state/appState';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';

interface AddProps {
  readonly open: OpenTrail;
  readonly button: ComponentProps<typeof Button>;
}

/** How often something is the cause, in the words of whoever knows it. */
const weights = { 1: 'seldom', 3: 'now and then', 9: 'often' } as const;

/** Suspects that the plan does not have, typed or picked from a part card. */
export function AddSuspects({ open, button }: AddProps) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <>
      <Button {...button} onClick={() => setIsOpen(true)}>
        Add a suspect
      </Button>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="What could be the cause">
        <Stack maw={760}>
          <Typed open={open} />
          {open.trail.plan.suspects.length > 0 && (
            <p className="soft">So far: {open.trail.plan.suspects.map(({ name, id }) => name || id).join(', ')}.</p>
          )}
          <FromCard open={open} />
          <Button size="lg" variant="default" onClick={() => setIsOpen(false)}>
            Done
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}

function Typed({ open: { trailId, record } }: Pick<AddProps, 'open'>) {
  const [name, setName] = useKeptState(`add-suspect-${trailId}`, '', isText);
  const [kind, setKind] = useState<Suspect['kind']>('part');
  const [weight, setWeight] = useState('3');
  const add = () => {
    const id = `suspect-${nanoid(8)}`;
    const suspect = blankSuspect(id, name.trim(), { kind, weight: Number(weight) });
    if (record({ kind: 'suspectAdded', suspect })) setName('');
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') add();
      }}
    >
      <Stack>
        <Group grow align="end">
          <TextLine
            label="Suspect"
            placeholder="Such as: harness in the door hinge"
            size="md"
            data-autofocus
            maxLength={planLengths.suspect.name}
            value={name}
            onText={setName}
          />
          <Select
            label="Kind"
            data={optionsOf(suspectKinds)}
            value={kind}
            onChange={(next) => setKind(next as Suspect['kind'])}
          />
        </Group>
        <Group align="center">
          <span>It is the cause</span>
          <SegmentedControl size="md" data={optionsOf(weights)} value={weight} onChange={setWeight} />
          <Button type="submit" size="lg" disabled={name.trim() === ''}>
            Add it
          </Button>
        </Group>
      </Stack>
    </form>
  );
}

function FromCard({
  open: {
    trail: { plan },
    record,
  },
}: Pick<AddProps, 'open'>) {
  const { data: cards = [] } = useLibraryCardsQuery();
  const dispatch = useAppDispatch();
  const [card, setCard] = useState<PartCard | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const here = optionsOfParts(plan.partCards);
  const known = new Set(here.map(({ value }) => value));
  const more = cards.flatMap(({ cardId, name }) =>
    known.has(cardId) ? [] : [{ value: cardId, label: name || cardId }],
  );
  const choose = async (cardId: string | null) => {
    setProblem(undefined);
    setCard(plan.partCards.find(({ id }) => id === cardId));
    if (!cardId || known.has(cardId)) return;
    const found = await dispatch(libraryApi.endpoints.libraryCard.initiate(cardId, { subscribe: false }));
    if (found.error) setProblem(sayFailure(found.error));
    setCard(found.data?.card);
  };
  const toggle = (suspect: Suspect) => {
    const isNew = card && !plan.partCards.some(({ id }) => id === card.id);
    const added = { kind: 'suspectAdded', suspect } as const;
    if (isNew) record({ kind: 'partCardAdded', partCard: card }, added);
    else record(added);
  };
  if (here.length + more.length === 0) return null;
  return (
    <>
      <Select
        label="Or from a part card"
        placeholder="Choose a part"
        searchable
        data={[...here, ...more]}
        value={card?.id ?? null}
        onChange={(cardId) => void choose(cardId)}
      />
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      {card && (
        <Stack gap="xs" role="group" aria-label={`Suspects of ${card.name}`}>
          {suspectsOfCard(card).map((suspect) => {
            const isThere = plan.suspects.some(({ id }) => id === suspect.id);
            return (
              <Checkbox
                key={suspect.id}
                size="md"
                label={suspect.name}
                checked={isThere}
                // A suspect of a trail stays: what was found out speaks of it.
                disabled={isThere}
                onChange={() => toggle(suspect)}
              />
            );
          })}
        </Stack>
      )}
    </>
  );
}
