import { ActionIcon, Group } from '@mantine/core';
import { type PartCard, planLengths } from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import { ReferencePicture } from '../../part/ReferencePicture';
import { bindTo, type EditPart } from '../draft/bindTo';
import { DraftLine } from '../fields/DraftText';

interface ReferencesProps {
  readonly card: PartCard;
  readonly editCard: EditPart<PartCard>;
}

/** The known-good captures of a part. They come from a sample capture, where a reading is measured on one. */
export function ReferencesEditor({ card: { references }, editCard }: ReferencesProps) {
  return references.map((reference) => (
    <div key={reference.id}>
      <Group wrap="nowrap" align="end">
        <DraftLine
          label="Known-good capture"
          style={{ flex: 1 }}
          {...bindTo(
            reference,
            (field, recipe) =>
              editCard(field && `${reference.id}.${field}`, (card) => {
                const target = card.references.find(({ id }) => id === reference.id);
                if (target) recipe(target);
              }),
            planLengths.reference,
          ).text('name')}
        />
        <ActionIcon
          aria-label={`Delete the known-good capture ${reference.name}`}
          onClick={() =>
            editCard(null, (card) => {
              card.references = card.references.filter(({ id }) => id !== reference.id);
            })
          }
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <ReferencePicture reference={reference} />
    </div>
  ));
}
