import { ActionIcon, Autocomplete, Button, Group, Select, Switch } from '@mantine/core';
import { instrumentFunctions } from '@probe-trail/core/instrument';
import {
  blankHookUp,
  type HookUp,
  type Lead,
  pinPlaces,
  placeNamed,
  planLengths,
  sayPlace,
} from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, ok } from '@probe-trail/core/result';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { memo, useMemo } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOf } from '../../fields/optionsOf';
import { bindTo, type EditPart } from '../draft/bindTo';
import { useDraft } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { HookUpExtras } from './HookUpExtras';
import { parseRange } from './parseRange';

type EditHookUp = EditPart<HookUp>;

/** Changes the step or the reading that has the hook-up. */
type EditHolder = EditPart<{ readonly hookUp: HookUp | null }>;

const functionOptions = optionsOf(instrumentFunctions);

interface OwnProps {
  readonly label: string;
  readonly hookUp: HookUp | null;
  readonly edit: EditHolder;
}

/** A hook-up that a reading may have of its own. */
export const OwnHookUp = memo(function OwnHookUp({ label, hookUp, edit }: OwnProps) {
  return (
    <>
      <Switch
        label={label}
        checked={hookUp !== null}
        onChange={(event) => {
          const { checked } = event.currentTarget;
          edit(null, (holder) => {
            holder.hookUp = checked ? (blankHookUp as Draft<HookUp>) : null;
          });
        }}
      />
      {hookUp && <HookUpFields hookUp={hookUp} edit={edit} />}
    </>
  );
});

/** Which instrument, how set, and where its leads go; pins are chosen from the part cards, not typed. */
export function HookUpFields({ hookUp, edit }: { readonly hookUp: HookUp; readonly edit: EditHolder }) {
  const editHookUp: EditHookUp = (field, recipe) =>
    edit(field && `hookUp.${field}`, (holder) => {
      if (holder.hookUp) recipe(holder.hookUp);
    });
  return (
    <>
      <InstrumentRow hookUp={hookUp} edit={editHookUp} />
      <HookUpExtras hookUp={hookUp} edit={editHookUp} />
      {hookUp.leads.map((lead, index) => (
        // A lead has no identity but its place.
        <LeadRow key={index} lead={lead} index={index} edit={editHookUp} />
      ))}
      {hookUp.leads.length < 2 && (
        <Group>
          <Button
            variant="default"
            onClick={() =>
              editHookUp(null, ({ leads }) => {
                leads.push(leadNumber(leads.length));
              })
            }
          >
            Add a lead
          </Button>
        </Group>
      )}
    </>
  );
}

/** A lead that is put nowhere yet: the first is red, the second black. */
export const leadNumber = (index: number): Draft<Lead> => ({
  colour: index === 0 ? 'red' : 'black',
  how: 'back-probe',
  at: { kind: 'place', name: '' },
});

function InstrumentRow({ hookUp, edit }: { readonly hookUp: HookUp; readonly edit: EditHookUp }) {
  const { range, accuracy } = hookUp;
  const bind = bindTo(hookUp, edit);
  return (
    <div className={classes.columns}>
      <Select label="Instrument" data={functionOptions} searchable {...bind.pick('instrument')} />
      <CommittedInput
        label="Range"
        placeholder="20 V"
        value={range ? `${formatPlain(range.value)} ${range.unit}` : ''}
        parse={parseRange}
        {...bind.commit('range')}
      />
      <CommittedInput
        label="Accuracy"
        placeholder="0.5 % + 2"
        description="± % of reading + digits"
        value={accuracy ? `${accuracy.percent} % + ${accuracy.digits}` : ''}
        parse={parseAccuracy}
        {...bind.commit('accuracy')}
      />
    </div>
  );
}

/** `0.5 % + 2`: percent of the reading and digits; empty for none. */
function parseAccuracy(text: string) {
  if (text.trim() === '') return ok(null);
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*%?\s*(?:\+\s*(\d{1,3}))?\s*$/.exec(text);
  if (!match?.[1]) return failed('Percent of the reading and digits, such as 0.5 % + 2.');
  return ok({ percent: Math.min(100, Number(match[1].replace(',', '.'))), digits: Number(match[2] ?? 0) });
}

function LeadRow({ lead, index, edit }: { readonly lead: Lead; readonly index: number; readonly edit: EditHookUp }) {
  const editLead: EditPart<Lead> = (field, recipe) =>
    edit(field && `lead${index}.${field}`, ({ leads }) => {
      const target = leads[index];
      if (target) recipe(target);
    });
  const bind = bindTo(lead, editLead, planLengths.lead);
  const partCards = useDraft((draft) => draft.partCards);
  const places = useMemo(() => pinPlaces({ partCards }), [partCards]);
  return (
    <div className={classes.lead}>
      <Select label="Lead" data={['red', 'black']} {...bind.pick('colour')} />
      <DraftLine label="How" {...bind.text('how')} />
      <Autocomplete
        label="Where"
        placeholder="a pin, or any place in words"
        size="md"
        data={[...places]}
        value={sayPlace(lead.at)}
        maxLength={planLengths.place}
        onChange={(value) =>
          editLead('where', (draft) => {
            draft.at = placeNamed({ partCards }, value);
          })
        }
      />
      <ActionIcon
        aria-label={`Remove the ${lead.colour} lead`}
        onClick={() =>
          edit(null, ({ leads }) => {
            leads.splice(index, 1);
          })
        }
      >
        <IconTrash size={20} />
      </ActionIcon>
    </div>
  );
}
