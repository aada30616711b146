import { Button, Group, Select, Stack } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { optionsOfParts } from '../../fields/optionsOf';
import { CardEditor } from '../card/CardEditor';
import { change, removeById, useDraft, useEdits } from '../draft/editorContext';
import { LibraryLine, TakeCard } from '../library/CardsOfPlan';

/** The part cards of the plan, one open at a time. */
export function PartCardsPart() {
  const { edit } = useEdits();
  const partCards = useDraft((draft) => draft.partCards);
  const [search] = useSearchParams();
  const [openId, setOpenId] = useState<string | null>(search.get('card') ?? partCards[0]?.id ?? null);
  const card = partCards.find(({ id }) => id === openId);
  const add = () => {
    const id = `card-${nanoid(5)}`;
    edit(null, (draft) => {
      draft.partCards.push({
        id,
        name: 'New part',
        place: '',
        howItWorks: '',
        connectors: [],
        values: [],
        physicalChecks: [],
        references: [],
      });
    });
    setOpenId(id);
  };
  return (
    <Stack>
      <Group align="end">
        <Select
          label="Part card"
          w={340}
          data={optionsOfParts(partCards)}
          value={openId}
          onChange={setOpenId}
          searchable
        />
        <TakeCard onTaken={setOpenId} />
        <Button variant="default" onClick={add}>
          Add a part card
        </Button>
      </Group>
      {card && (
        <>
          <LibraryLine card={card} />
          <CardEditor
            key={card.id}
            card={card}
            editCard={(field, recipe) =>
              edit(field && `${card.id}.${field}`, (draft) => change(draft.partCards, card.id, recipe))
            }
          >
            <Button
              variant="subtle"
              color="gray"
              onClick={() => edit(null, (draft) => removeById(draft.partCards, card.id))}
            >
              Delete this card
            </Button>
          </CardEditor>
        </>
      )}
    </Stack>
  );
}
