import { Button, Group, Select } from '@mantine/core';
import { replaceCard } from '@probe-trail/core/library';
import type { PartCard } from '@probe-trail/core/plan';
import { useState } from 'react';
import { sayFailure } from '../../api/api';
import { Notice } from '../../spec/Notice';
import { useAppDispatch } from '../../state/appState';
import { useDraft, useEdits } from '../draft/editorContext';
import { ChangeDialog } from '../review/ChangeDialog';
import { libraryApi, useKeepCardMutation, useLibraryCardQuery, useLibraryCardsQuery } from './libraryApi';

/** Takes a card from the library into the draft. */
export function TakeCard({ onTaken }: { readonly onTaken: (cardId: string) => void }) {
  const { data: cards = [] } = useLibraryCardsQuery(undefined, { refetchOnMountOrArgChange: true });
  const here = useDraft((plan) => plan.partCards);
  const { edit } = useEdits();
  const dispatch = useAppDispatch();
  const [problem, setProblem] = useState<string | undefined>();
  const missing = cards.filter(({ cardId }) => !here.some(({ id }) => id === cardId));
  const take = async (cardId: string) => {
    const found = await dispatch(
      libraryApi.endpoints.libraryCard.initiate(cardId, { forceRefetch: true, subscribe: false }),
    );
    setProblem(found.error && sayFailure(found.error));
    const card = found.data?.card;
    if (!card) return;
    edit(null, ({ partCards }) => {
      partCards.push(structuredClone(card) as (typeof partCards)[number]);
    });
    onTaken(cardId);
  };
  if (missing.length === 0) return null;
  return (
    <Select
      label="From the library"
      placeholder="Choose a card …"
      searchable
      data={missing.map(({ cardId, name }) => ({ value: cardId, label: name || cardId }))}
      value={null}
      error={problem}
      onChange={(cardId) => cardId && void take(cardId)}
    />
  );
}

/** How a card of the draft stands to the one in the library, and what can be done about it. */
export function LibraryLine({ card }: { readonly card: PartCard }) {
  const { data: cards } = useLibraryCardsQuery();
  const info = cards?.find(({ cardId }) => cardId === card.id);
  const [keep, { error, isLoading }] = useKeepCardMutation();
  if (!cards) return null;
  return (
    <Group>
      {info ? (
        <InLibrary card={card} onKeep={(etag) => void keep({ card, etag })} isLoading={isLoading} />
      ) : (
        <>
          <span className="soft">This card is of this plan alone.</span>
          <Button variant="default" loading={isLoading} onClick={() => void keep({ card, etag: undefined })}>
            Put it into the library
          </Button>
        </>
      )}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
    </Group>
  );
}

interface InLibraryProps {
  readonly card: PartCard;
  readonly onKeep: (etag: string) => void;
  readonly isLoading: boolean;
}

function InLibrary({ card, onKeep, isLoading }: InLibraryProps) {
  const { data: found } = useLibraryCardQuery(card.id);
  const [isOpen, setIsOpen] = useState(false);
  if (!found) return null;
  if (isSame(found.card, card)) return <span className="soft">The library has the same card.</span>;
  return (
    <>
      <span>The card in the library differs, saved by {found.savedBy}.</span>
      <Button variant="default" onClick={() => setIsOpen(true)}>
        Use the library’s card
      </Button>
      <Button variant="default" loading={isLoading} onClick={() => onKeep(found.etag)}>
        Put this one there
      </Button>
      {isOpen && (
        <ChangeDialog
          title="The card of the library"
          change={(plan) => replaceCard(plan, found.card)}
          does="Put it into the draft"
          onClose={() => setIsOpen(false)}
        />
      )}
    </>
  );
}

const isSame = (a: PartCard, b: PartCard): boolean => JSON.stringify(a) === JSON.stringify(b);
