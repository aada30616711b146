import { ActionIcon, Autocomplete, Button, Group, Stack } from '@mantine/core';
import type { PartCard } from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import type { ReactNode } from 'react';
import { wireColourNames } from '../../ui/wireColour';
import { CommittedInput } from './CommittedInput';
import { DraftBlock, DraftLine } from './DraftText';
import { FaceEditor } from './FaceEditor';
import { MarkdownBlock } from './MarkdownBlock';
import { parseId } from './parseFields';
import classes from './rows.module.css';

export type EditCard = (field: string | null, recipe: (card: Draft<PartCard>) => void) => void;

interface CardProps {
  readonly card: PartCard;
  readonly editCard: EditCard;
  /** More that can be done with the card, beside its own buttons. */
  readonly children?: ReactNode;
}

/** Everything of a part card, whether it stands in a plan or in the library. */
export function CardEditor({ card, editCard, children }: CardProps) {
  return (
    <Stack>
      <DraftLine
        label="Name"
        maxLength={120}
        value={card.name}
        onText={(value) =>
          editCard('name', (draft) => {
            draft.name = value;
          })
        }
      />
      <DraftBlock
        label="Where it is"
        maxLength={500}
        value={card.place}
        onText={(value) =>
          editCard('place', (draft) => {
            draft.place = value;
          })
        }
      />
      <MarkdownBlock
        label="How it works"
        description="Markdown"
        minRows={2}
        maxLength={5000}
        value={card.howItWorks}
        onText={(value) =>
          editCard('howItWorks', (draft) => {
            draft.howItWorks = value;
          })
        }
      />
      {card.connectors.map((connector, index) => (
        // The id of a connector is what is being typed, so it cannot be the key.
        <ConnectorEditor key={index} connector={connector} index={index} editCard={editCard} />
      ))}
      <Values card={card} editCard={editCard} />
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
  const editConnector = (field: string | null, recipe: (connector: Draft<Connector>) => void) =>
    editCard(field && `connector${index}.${field}`, ({ connectors }) => {
      const target = connectors[index];
      if (target) recipe(target);
    });
  return (
    <div className={classes.row}>
      <Group align="end">
        <CommittedInput
          label="Connector"
          w={120}
          value={connector.id}
          parse={parseId}
          onCommit={(id) =>
            editConnector('id', (draft) => {
              draft.id = id;
            })
          }
        />
        <DraftLine
          label="Name"
          style={{ flex: 1 }}
          maxLength={120}
          value={connector.name}
          onText={(value) =>
            editConnector('name', (draft) => {
              draft.name = value;
            })
          }
        />
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
  readonly onChange: (field: string | null, recipe: (pin: Draft<Pin>) => void) => void;
}

function PinRow({ pin, onDelete, onChange }: PinProps) {
  return (
    <div className={classes.pin}>
      <CommittedInput
        aria-label="Pin"
        value={pin.pin}
        parse={parseId}
        onCommit={(next) =>
          onChange('pin', (draft) => {
            draft.pin = next;
          })
        }
      />
      <DraftLine
        aria-label={`What pin ${pin.pin} is for`}
        placeholder="What it is for"
        maxLength={120}
        value={pin.name}
        onText={(value) =>
          onChange('name', (draft) => {
            draft.name = value;
          })
        }
      />
      <Autocomplete
        aria-label={`Wire of pin ${pin.pin}`}
        placeholder="Wire"
        size="md"
        data={wireColourNames}
        maxLength={40}
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
        maxLength={40}
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

function Values({ card, editCard }: Omit<CardProps, 'children'>) {
  const editValue = (index: number, field: 'name' | 'value', text: string) =>
    editCard(`value${index}.${field}`, ({ values }) => {
      const target = values[index];
      if (target) target[field] = text;
    });
  return card.values.map(({ name, value }, index) => (
    <Group key={index} wrap="nowrap">
      <DraftLine
        aria-label="Name of the value"
        placeholder="Such as: resistance at 20 °C"
        style={{ flex: 1 }}
        maxLength={120}
        value={name}
        onText={(text) => editValue(index, 'name', text)}
      />
      <DraftLine
        aria-label={`Value of ${name}`}
        placeholder="Such as: 2.5 kΩ"
        maxLength={120}
        value={value}
        onText={(text) => editValue(index, 'value', text)}
      />
      <ActionIcon
        aria-label={`Delete the value ${name}`}
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
