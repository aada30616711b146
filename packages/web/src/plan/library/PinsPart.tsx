import { Button, Group, TextInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { readPinName, renamePin, sayPinName, type UsageQuery, usageLengths } from '@probe-trail/core/library';
import type { Plan } from '@probe-trail/core/plan';
import { idLength } from '@probe-trail/core/schema';
import { skipToken } from '@reduxjs/toolkit/query';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useMay } from '../../session/sessionApi';
import { ChangeDrafts } from './ChangeDrafts';
import classes from './Library.module.css';
import { useUsagesQuery } from './libraryApi';
import { sayUsages, Usages } from './Usages';

const restMs = 250;

/** Every step of every plan that measures at a pin, or at any pin of a connector; a pin can be renamed in all drafts. */
export function PinsPart() {
  const [search, setSearch] = useSearchParams();
  const [wanted, setWanted] = useState(search.get('pin') ?? '');
  const [asked] = useDebouncedValue(wanted.trim(), restMs);
  const query = useMemo<UsageQuery>(() => ({ of: 'pin', what: asked }), [asked]);
  const { data } = useUsagesQuery(asked === '' ? skipToken : query);
  return (
    <>
      <TextInput
        label="Pin or connector"
        placeholder="C31.2, or C31 for all of its pins"
        size="md"
        maw={420}
        maxLength={usageLengths.what}
        value={wanted}
        onChange={({ currentTarget: { value } }) => {
          setWanted(value);
          setSearch({ part: 'pins', pin: value }, { replace: true });
        }}
      />
      {asked !== '' && (
        <section aria-label={`Steps at ${asked}`} className={classes.steps}>
          {data && data.length > 0 && <h2>{sayUsages(data)}</h2>}
          <Usages query={query} />
          {data && data.length > 0 && <Rename key={asked} pin={asked} of={query} />}
        </section>
      )}
    </>
  );
}

const pinText = /^[\w-]{1,40}$/;

function Rename({ pin, of }: { readonly pin: string; readonly of: UsageQuery }) {
  const mayWrite = useMay('writePlans');
  const [to, setTo] = useState('');
  const [isOpen, setIsOpen] = useState(false);
  const from = useMemo(() => readPinName(pin), [pin]);
  const rework = useCallback(
    (plan: Plan) => (from ? renamePin(plan, from, to) : { ok: false as const, problem: '' }),
    [from, to],
  );
  if (!mayWrite || !from) return null;
  const isBad = to !== '' && !pinText.test(to);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        setIsOpen(true);
      }}
    >
      <Group align="end">
        <TextInput
          label={`New name of ${sayPinName(from)}`}
          placeholder="Such as 3"
          size="md"
          maxLength={idLength}
          value={to}
          error={isBad ? 'Letters, digits, dashes and underscores.' : null}
          onChange={({ currentTarget: { value } }) => setTo(value.trim())}
        />
        <Button type="submit" variant="default" disabled={to === '' || isBad || to === from.pin}>
          Rename it in the drafts
        </Button>
      </Group>
      {isOpen && (
        <ChangeDrafts
          title={`${sayPinName(from)} becomes ${sayPinName({ ...from, pin: to })}`}
          of={of}
          rework={rework}
          onClose={() => setIsOpen(false)}
        />
      )}
    </form>
  );
}
