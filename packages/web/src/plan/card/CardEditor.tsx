import { ActionIcon, Autocomplete, Button, Group, Stack } from '@mantine/core';
import { type PartCard, planLengths } from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import type { ReactNode } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseId } from '../../fields/parseFields';
import { wireColourNames } from '../../part/wireColour';
import { bindTo, type EditPart } from '../draft/bindTo';
import { DraftBlock, DraftLine } from '../fields/DraftText';
import { MarkdownBlock } from '../fields/MarkdownBlock';
import classes from '../fields/rows.module.css';
import { ChecksEditor } from './ChecksEditor';
import { FaceEditor } from './FaceEditor';
import { ReferencesEditor } from './ReferencesEditor';

export type EditCard = EditPart<PartCard>;

interface CardProps {
  readonly card: PartCard;
  readonly editCard: EditCard;
  /** More that can be done with the card, beside its own buttons. */
  readonly children?: ReactNode;
}

/** Everything of a part card, whether it stands in a plan or in the library. */
export function CardEditor({ card, editCard, children }: CardProps) {
  const bind = bindTo(card, editCard, planLengths.card);
  return (
    <Stack>
      <DraftLine label="Name" {...bind.text('name')} />
      <DraftBlock label="Where it is" {...bind.text('place')} />
      <MarkdownBlock label="How it works" description="Markdown" minRows={2} {...bind.text('howItWorks')} />
      {card.connectors.map((connector, index) => (
        // The id of a connector is what is being typed, so it cannot be the key.
        <ConnectorEditor key={index} connector={connector} index={index} editCard={editCard} />
      ))}
      <Values card={card} editCard={editCard} />
      <ChecksEditor card={card} editCard={editCard} />
      <ReferencesEditor card={card} editCard={editCard} />
      <Group>
        <Button
          variant="default"
          onClick={() =>
            editCard(null, ({ connectors }) => {
              connectors.push({ id: `C${connectors.length + 1}`, name: '', pins: [], face: null });
            })
          }
        >
          Add a connector
        </Button>
        <Button
          variant="default"
          onClick={() =>
            editCard(null, ({ values }) => {
              values.push({ name: '', value: '' });
            })
          }
        >
          Add a value
        </Button>
        {children}
      </Group>
    </Stack>
  );
}

type Connector = PartCard['connectors'][number];

interface ConnectorProps {
  readonly connector: Connector;
  readonly index: number;
  readonly editCard: EditCard;
}

function ConnectorEditor({ connector, index, editCard }: ConnectorProps) {
  const editConnector: EditPart<Connector> = (field, recipe) =>
    editCard(field && `connector${index}.${field}`, ({ connectors }) => {
      const target = connectors[index];
      if (target) recipe(target);
    });
  const bind = bindTo(connector, editConnector, planLengths.connector);
  return (
    <div className={classes.row}>
      <Group align="end">
        <CommittedInput label="Connector" w={120} value={connector.id} parse={parseId} {...bind.commit('id')} />
        <DraftLine label="Name" style={{ flex: 1 }} {...bind.text('name')} />
        <Button
          variant="default"
          onClick={() =>
            editConnector(null, ({ pins }) => {
              pins.push({ pin: String(pins.length + 1), name: '', wire: { colour: '', tracer: '' } });
            })
          }
        >
          Add a pin
        </Button>
        <ActionIcon
          aria-label={`Delete the connector ${connector.id}`}
          onClick={() =>
            editCard(null, ({ connectors }) => {
              connectors.splice(index, 1);
            })
          }
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <FaceEditor
        face={connector.face}
        onFace={(change) =>
          editConnector('face', (draft) => {
            draft.face = change(draft.face as Connector['face']) as Draft<Connector['face']>;
          })
        }
      />
      {connector.pins.map((pin, at) => (
        <PinRow
          key={at}
          pin={pin}
          onDelete={() =>
            editConnector(null, ({ pins }) => {
              pins.splice(at, 1);
            })
          }
          onChange={(field, recipe) =>
            editConnector(field && `pin${at}.${field}`, ({ pins }) => {
              const target = pins[at];
              if (target) recipe(target);
            })
          }
        />
      ))}
    </div>
  );
}

type Pin = Connector['pins'][number];

interface PinProps {
  readonly pin: Pin;
  readonly onDelete: () => void;
  readonly onChange: EditPart<Pin>;
}

function PinRow({ pin, onDelete, onChange }: PinProps) {
  const bind = bindTo(pin, onChange, planLengths.pin);
  return (
    <div className={classes.pin}>
      <CommittedInput aria-label="Pin" value={pin.pin} parse={parseId} {...bind.commit('pin')} />
      <DraftLine aria-label={`What pin ${pin.pin} is for`} placeholder="What it is for" {...bind.text('name')} />
      <Autocomplete
        aria-label={`Wire of pin ${pin.pin}`}
        placeholder="Wire"
        size="md"
        data={wireColourNames}
        maxLength={planLengths.wire.colour}
        value={pin.wire.colour}
        onChange={(colour) =>
          onChange('colour', (draft) => {
            draft.wire.colour = colour;
          })
        }
      />
      <Autocomplete
        aria-label={`Tracer of pin ${pin.pin}`}
        placeholder="Tracer"
        size="md"
        data={wireColourNames}
        maxLength={planLengths.wire.tracer}
        value={pin.wire.tracer}
        onChange={(tracer) =>
          onChange('tracer', (draft) => {
            draft.wire.tracer = tracer;
          })
        }
      />
      <ActionIcon aria-label={`Delete pin ${pin.pin}`} onClick={onDelete}>
        <IconTrash size={20} />
      </ActionIcon>
    </div>
  );
}

type CardValue = PartCard['values'][number];

function Values({ card, editCard }: Omit<CardProps, 'children'>) {
  const bindValue = (shown: CardValue, index: number) =>
    bindTo<CardValue>(
      shown,
      (field, recipe) =>
        editCard(`value${index}.${field}`, ({ values }) => {
          const target = values[index];
          if (target) recipe(target);
        }),
      planLengths.cardValue,
    );
  return card.values.map((shown, index) => (
    // A value has no identity but its place.
    <Group key={index} wrap="nowrap">
      <DraftLine
        aria-label="Name of the value"
        placeholder="Such as: resistance at 20 °C"
        style={{ flex: 1 }}
        {...bindValue(shown, index).text('name')}
      />
      <DraftLine
        aria-label={`Value of ${shown.name}`}
        placeholder="Such as: 2.5 kΩ"
        {...bindValue(shown, index).text('value')}
      />
      <ActionIcon
        aria-label={`Delete the value ${shown.name}`}
        onClick={() =>
          editCard(null, ({ values }) => {
            values.splice(index, 1);
          })
        }
      >
        <IconTrash size={20} />
      </ActionIcon>
    </Group>
  ));
}
