import { Group, Select, Switch } from '@mantine/core';
import type { HookUp } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { type EditHookUp, parseRange } from './HookUpEditor';

interface ExtrasProps {
  readonly hookUp: HookUp;
  readonly edit: EditHookUp;
}

type Quantity = { value: number; unit: string };

const newScope = {
  coupling: 'DC' as const,
  perDivision: { value: 1, unit: 'V' },
  timePerDivision: { value: 10, unit: 'ms' },
  trigger: null,
};

/** What goes with some instruments: the clamp's direction and zero, a pressure adapter, the scope's settings. */
export function HookUpExtras({ hookUp, edit }: ExtrasProps) {
  const { instrument, clamp, adapter, scope } = hookUp;
  return (
    <Group align="end">
      {instrument === 'clampAmps' && (
        <>
          <DraftLine
            label="Arrow on the clamp"
            placeholder="Such as: away from the battery"
            maxLength={120}
            value={clamp?.direction ?? ''}
            onText={(direction) =>
              edit('clamp', (draft) => {
                draft.clamp = { zeroFirst: clamp?.zeroFirst ?? true, direction };
              })
            }
          />
          <Switch
            label="Zero it first"
            checked={clamp?.zeroFirst ?? false}
            onChange={(event) => {
              const zeroFirst = event.currentTarget.checked;
              edit(null, (draft) => {
                draft.clamp = { direction: clamp?.direction ?? '', zeroFirst };
              });
            }}
          />
        </>
      )}
      <DraftLine
        label="Adapter"
        placeholder="none"
        maxLength={120}
        value={adapter}
        onText={(value) =>
          edit('adapter', (draft) => {
            draft.adapter = value;
          })
        }
      />
      {instrument === 'scope' && <ScopeSettings scope={scope ?? newScope} edit={edit} />}
    </Group>
  );
}

function ScopeSettings({ scope, edit }: { readonly scope: NonNullable<HookUp['scope']>; readonly edit: EditHookUp }) {
  const change = (field: string, next: Partial<NonNullable<HookUp['scope']>>) =>
    edit(field, (draft) => {
      draft.scope = { ...(draft.scope ?? scope), ...next };
    });
  return (
    <>
      <Select
        label="Coupling"
        w={110}
        data={['DC', 'AC']}
        value={scope.coupling}
        allowDeselect={false}
        onChange={(coupling) => coupling && change('coupling', { coupling: coupling as 'DC' | 'AC' })}
      />
      {(['perDivision', 'timePerDivision'] as const).map((field) => (
        <CommittedInput
          key={field}
          label={field === 'perDivision' ? 'Per division' : 'Time per division'}
          w={150}
          value={`${formatPlain(scope[field].value)} ${scope[field].unit}`}
          parse={parseQuantity}
          onCommit={(next) => change(field, { [field]: next })}
        />
      ))}
    </>
  );
}

function parseQuantity(text: string): Result<Quantity, string> {
  const range = parseRange(text);
  if (!range.ok) return range;
  return range.value === null ? failed('A number with its unit, such as 20 ms.') : { ok: true, value: range.value };
}
