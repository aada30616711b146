import { ActionIcon, Autocomplete, Button, Group, Select, Switch } from '@mantine/core';
import { type InstrumentFunction, instrumentFunctions } from '@probe-trail/core/instrument';
import { blankHookUp, type HookUp, type Lead, pinPlaces, placeNamed, sayPlace } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, ok } from '@probe-trail/core/result';
import { findUnit } from '@probe-trail/core/units';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { memo, useMemo } from 'react';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { useDraft } from './editorContext';
import { HookUpExtras } from './HookUpExtras';
import { parseLimit } from './parseFields';
import type { EditStep } from './StepEditor';
import classes from './StepEditor.module.css';

interface HookUpProps {
  readonly hookUp: HookUp | null;
  readonly editStep: EditStep;
}

export type EditHookUp = (field: string | null, recipe: (hookUp: Draft<HookUp>) => void) => void;

const functionOptions = Object.entries(instrumentFunctions).map(([value, label]) => ({ value, label }));
/** Which instrument, how set, and where its leads go; pins are chosen from the part cards, not typed. */
export const HookUpEditor = memo(function HookUpEditor({ hookUp, editStep }: HookUpProps) {
  const editHookUp: EditHookUp = (field, recipe) => editStep(field, (step) => step.hookUp && recipe(step.hookUp));
  return (
    <section className={classes.block}>
      <Switch
        label="Something is hooked up"
        checked={hookUp !== null}
        onChange={(event) => {
          const { checked } = event.currentTarget;
          editStep(null, (step) => {
            step.hookUp = checked ? (blankHookUp as Draft<HookUp>) : null;
          });
        }}
      />
      {hookUp && (
        <>
          <InstrumentRow hookUp={hookUp} edit={editHookUp} />
          <HookUpExtras hookUp={hookUp} edit={editHookUp} />
          {hookUp.leads.map((lead, index) => (
            // A lead has no identity but its place.
            <LeadRow key={index} lead={lead} index={index} edit={editHookUp} />
          ))}
          <Group>
            {hookUp.leads.length < 2 && (
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
            )}
          </Group>
        </>
      )}
    </section>
  );
});

const leadNumber = (index: number): Draft<Lead> => ({
  colour: index === 0 ? 'red' : 'black',
  how: 'back-probe',
  at: { kind: 'place', name: '' },
});

function InstrumentRow({ hookUp, edit }: { readonly hookUp: HookUp; readonly edit: EditHookUp }) {
  const { range, accuracy } = hookUp;
  return (
    <div className={classes.columns}>
      <Select
        label="Instrument"
        data={functionOptions}
        value={hookUp.instrument}
        allowDeselect={false}
        searchable
        onChange={(value) =>
          value &&
          edit(null, (draft) => {
            draft.instrument = value as InstrumentFunction;
          })
        }
      />
      <CommittedInput
        label="Range"
        placeholder="20 V"
        value={range ? `${formatPlain(range.value)} ${range.unit}` : ''}
        parse={parseRange}
        onCommit={(next) =>
          edit('range', (draft) => {
            draft.range = next;
          })
        }
      />
      <CommittedInput
        label="Accuracy"
        placeholder="0.5 % + 2"
        description="± % of reading + digits"
        value={accuracy ? `${accuracy.percent} % + ${accuracy.digits}` : ''}
        parse={parseAccuracy}
        onCommit={(next) =>
          edit('accuracy', (draft) => {
            draft.accuracy = next;
          })
        }
      />
    </div>
  );
}

/** `20 V`: a number with a unit; empty for none. */
export function parseRange(text: string) {
  if (text.trim() === '') return ok(null);
  const symbol = text.replace(/^[\d.,\s]+/, '').trim();
  const unit = findUnit(symbol);
  if (!unit) return failed('A number with its unit, such as 20 V.');
  const value = parseLimit(unit.symbol)(text);
  return value.ok ? ok({ value: value.value, unit: unit.symbol }) : value;
}

/** `0.5 % + 2`: percent of the reading and digits; empty for none. */
function parseAccuracy(text: string) {
  if (text.trim() === '') return ok(null);
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*%?\s*(?:\+\s*(\d{1,3}))?\s*$/.exec(text);
  if (!match?.[1]) return failed('Percent of the reading and digits, such as 0.5 % + 2.');
  return ok({ percent: Math.min(100, Number(match[1].replace(',', '.'))), digits: Number(match[2] ?? 0) });
}

function LeadRow({ lead, index, edit }: { readonly lead: Lead; readonly index: number; readonly edit: EditHookUp }) {
  const editLead = (field: string | null, recipe: (lead: Draft<Lead>) => void) =>
    edit(field && `lead${index}.${field}`, ({ leads }) => {
      const target = leads[index];
      if (target) recipe(target);
    });
  const partCards = useDraft((draft) => draft.partCards);
  const places = useMemo(() => pinPlaces({ partCards }), [partCards]);
  return (
    <div className={classes.lead}>
      <Select
        label="Lead"
        data={['red', 'black']}
        value={lead.colour}
        allowDeselect={false}
        onChange={(value) =>
          value &&
          editLead(null, (draft) => {
            draft.colour = value as Lead['colour'];
          })
        }
      />
      <DraftLine
        label="How"
        maxLength={80}
        value={lead.how}
        onText={(value) =>
          editLead('how', (draft) => {
            draft.how = value;
          })
        }
      />
      <Autocomplete
        label="Where"
        placeholder="a pin, or any place in words"
        size="md"
        data={[...places]}
        value={sayPlace(lead.at)}
        maxLength={120}
        onChange={(value) =>
          editLead('where', (draft) => {
            draft.at = placeNamed({ partCards }, value);
          })
        }
      />
      <ActionIcon
        aria-label={`Take the ${lead.colour} lead off`}
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
