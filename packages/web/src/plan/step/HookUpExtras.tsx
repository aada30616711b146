import { Group, Select, Switch } from '@mantine/core';
import { type HookUp, planLengths } from '@probe-trail/core/plan';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { CommittedInput } from '../../fields/CommittedInput';
import { bindTo, type EditPart } from '../draft/bindTo';
import { DraftLine } from '../fields/DraftText';
import { parseRange } from './parseRange';

interface ExtrasProps {
  readonly hookUp: HookUp;
  readonly edit: EditPart<HookUp>;
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
  const { instrument, clamp, scope } = hookUp;
  return (
    <Group align="end">
      {instrument === 'clampAmps' && (
        <>
          <DraftLine
            label="Arrow on the clamp"
            placeholder="Such as: away from the battery"
            maxLength={planLengths.clamp.direction}
            value={clamp?.direction ?? ''}
            onText={(direction) =>
              edit('clamp', (draft) => {
                draft.clamp = { zeroFirst: draft.clamp?.zeroFirst ?? true, direction };
              })
            }
          />
          <Switch
            label="Zero it first"
            checked={clamp?.zeroFirst ?? false}
            onChange={(event) => {
              const zeroFirst = event.currentTarget.checked;
              edit(null, (draft) => {
                draft.clamp = { direction: draft.clamp?.direction ?? '', zeroFirst };
              });
            }}
          />
        </>
      )}
      <DraftLine label="Adapter" placeholder="none" {...bindTo(hookUp, edit, planLengths.hookUp).text('adapter')} />
      {instrument === 'scope' && <ScopeSettings scope={scope ?? newScope} edit={edit} />}
    </Group>
  );
}

function ScopeSettings({
  scope,
  edit,
}: {
  readonly scope: NonNullable<HookUp['scope']>;
  readonly edit: EditPart<HookUp>;
}) {
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
