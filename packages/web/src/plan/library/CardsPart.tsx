import { Button, Group, Select } from '@mantine/core';
import { type LibraryCard, replaceCard, type UsageQuery } from '@probe-trail/core/library';
import { type PartCard, partCardSchema } from '@probe-trail/core/plan';
import { ok } from '@probe-trail/core/result';
import { validate } from '@probe-trail/core/schema';
import { type Draft, produce } from 'immer';
import { nanoid } from 'nanoid';
import { useCallback, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { sayFailure } from '../../api/api';
import { Wait } from '../../api/Wait';
import { useKeptState } from '../../device/keptState';
import { Moment } from '../../device/Moment';
import { PartCardView } from '../../part/PartCardView';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import rows from '../../ui/rows.module.css';
import { sayCount } from '../../ui/sayCount';
import { CardEditor } from '../card/CardEditor';
import { ChangeDrafts } from './ChangeDrafts';
import classes from './Library.module.css';
import { useKeepCardMutation, useLibraryCardQuery, useLibraryCardsQuery, useRemoveCardMutation } from './libraryApi';
import { Usages } from './Usages';

/** The part cards of the library: what each says, and which plans have it. */
export function CardsPart() {
  const { data, error, refetch } = useLibraryCardsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [search, setSearch] = useSearchParams();
  const mayWrite = useMay('writePlans');
  const [fresh, setFresh] = useState<PartCard | undefined>();
  const open = (cardId: string) => setSearch({ part: 'cards', card: cardId });
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(cards) => {
        const cardId = search.get('card') ?? cards[0]?.cardId;
        return (
          <div className={classes.sides}>
            <nav aria-label="Part cards">
              {cards.length === 0 && (
                <p>No part card yet. Begin one here, or put one in from the part cards of a plan.</p>
              )}
              <Select
                className={classes.choose ?? ''}
                aria-label="Part card"
                searchable
                data={cards.map(({ cardId: value, name }) => ({ value, label: name || value }))}
                value={cardId ?? null}
                onChange={(next) => next && open(next)}
              />
              <ul className={`${rows.rows} ${classes.cards}`}>
                {cards.map((card) => (
                  <li key={card.cardId} data-chosen={card.cardId === cardId || undefined}>
                    <Link to={`?part=cards&card=${card.cardId}`}>
                      <b>{card.name || card.cardId}</b>
                      <small>{card.planCount === 0 ? 'in no plan' : `in ${sayCount(card.planCount, 'plan')}`}</small>
                    </Link>
                  </li>
                ))}
              </ul>
              {mayWrite && (
                <Button variant="default" mt="sm" onClick={() => setFresh(newCard())}>
                  Write a new card
                </Button>
              )}
            </nav>
            {fresh ? (
              <EditCard
                key={fresh.id}
                card={fresh}
                etag={undefined}
                onDone={(saved) => {
                  setFresh(undefined);
                  if (saved) open(saved);
                }}
              />
            ) : (
              cardId !== undefined && <OpenCard key={cardId} cardId={cardId} />
            )}
          </div>
        );
      }}
    </Wait>
  );
}

const newCard = (): PartCard => ({
  id: `card-${nanoid(5)}`,
  name: '',
  place: '',
  howItWorks: '',
  connectors: [],
  values: [],
  physicalChecks: [],
  references: [],
});

function OpenCard({ cardId }: { readonly cardId: string }) {
  const { data, error, refetch } = useLibraryCardQuery(cardId);
  const [isEditing, setIsEditing] = useState(false);
  return (
    <Wait for={data} error={error} retry={refetch}>
      {(found) =>
        isEditing ? (
          <EditCard card={found.card} etag={found.etag} onDone={() => setIsEditing(false)} />
        ) : (
          <ShownCard found={found} onEdit={() => setIsEditing(true)} />
        )
      }
    </Wait>
  );
}

function ShownCard({ found, onEdit }: { readonly found: LibraryCard; readonly onEdit: () => void }) {
  const { card, cardId, savedBy, savedAtMs } = found;
  const mayWrite = useMay('writePlans');
  const [isReplacing, setIsReplacing] = useState(false);
  const [remove, { error }] = useRemoveCardMutation();
  const [, setSearch] = useSearchParams();
  const of = useMemo<UsageQuery>(() => ({ of: 'card', what: cardId }), [cardId]);
  const rework = useCallback((plan: Parameters<typeof replaceCard>[0]) => ok(replaceCard(plan, card)), [card]);
  return (
    <section aria-label={card.name} className={classes.open}>
      <Group justify="space-between">
        <h2>{card.name || cardId}</h2>
        {mayWrite && (
          <Group>
            <Button variant="default" onClick={onEdit}>
              Change the card
            </Button>
            <Button variant="default" onClick={() => setIsReplacing(true)}>
              Put it into the drafts
            </Button>
          </Group>
        )}
      </Group>
      <p className="soft">
        Saved by {savedBy}, <Moment atMs={savedAtMs} />
      </p>
      <PartCardView card={card} />
      <h3>Where it is used</h3>
      <Usages query={of} />
      {mayWrite && (
        <Button
          variant="subtle"
          color="gray"
          px={0}
          title="Plans keep their copies"
          onClick={() => {
            void remove(cardId);
            setSearch({ part: 'cards' });
          }}
        >
          Remove from the library
        </Button>
      )}
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      {isReplacing && (
        <ChangeDrafts
          title={`“${card.name}” in the drafts`}
          of={of}
          rework={rework}
          onClose={() => setIsReplacing(false)}
        />
      )}
    </section>
  );
}

interface EditProps {
  readonly card: PartCard;
  readonly etag: string | undefined;
  /** Hears the id of what was saved; nothing where it was left. */
  readonly onDone: (cardId?: string) => void;
}

const isCard = (value: unknown): value is PartCard => validate(partCardSchema, value).ok;

/** A card being written; it is saved when its author says so, and kept on the device until then. */
function EditCard({ card, etag, onDone }: EditProps) {
  const [written, setWritten, forget] = useKeptState(`card-${card.id}`, card, isCard);
  const [keep, { error, isLoading }] = useKeepCardMutation();
  const save = async () => {
    const kept = await keep({ card: written, etag });
    if (!kept.data) return;
    forget();
    onDone(card.id);
  };
  return (
    <section aria-label="The card" className={classes.open}>
      <CardEditor
        card={written}
        editCard={(_, recipe) => setWritten((last) => produce(last as Draft<PartCard>, recipe) as PartCard)}
      />
      {error && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      <Group mt="md">
        <Button loading={isLoading} disabled={written.name.trim() === ''} onClick={() => void save()}>
          Save the card
        </Button>
        <Button
          variant="subtle"
          color="gray"
          onClick={() => {
            forget();
            onDone();
          }}
        >
          Discard changes
        </Button>
      </Group>
    </section>
  );
}
