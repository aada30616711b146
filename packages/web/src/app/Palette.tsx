import '@mantine/spotlight/styles.css';
import { createSpotlight, Spotlight } from '@mantine/spotlight';
import { may } from '@probe-trail/core/person';
import { searchKinds } from '@probe-trail/core/search';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { waysTo } from '../frame/pages';
import { Detail } from '../search/Detail';
import { hrefOf } from '../search/hrefOf';
import { useFound } from '../search/useFound';
import { usePerson } from '../session/sessionApi';

const [store, palette] = createSpotlight();

/** Finds vehicles, jobs, plans, parts, pins and codes by the beginnings of their words and goes there. */
export default function Palette({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate();
  const [words, setWords] = useState('');
  const hits = useFound(words);
  useEffect(() => palette.open(), []);
  const roles = usePerson()?.roles ?? [];
  const shownWays = waysTo((permission) => may(roles, permission)).filter(({ label }) =>
    label.toLowerCase().startsWith(words.trim().toLowerCase()),
  );
  return (
    <Spotlight.Root
      store={store}
      query={words}
      onQueryChange={setWords}
      shortcut={null}
      onSpotlightClose={onClose}
      scrollable
      maxHeight={460}
    >
      <Spotlight.Search
        placeholder="Find a bus, a job, a plan, a part, a pin, a code"
        aria-label="Find a bus, a job, a plan, a part, a pin, a code"
      />
      <Spotlight.ActionsList>
        {hits.map((hit, at) => (
          <Spotlight.Action key={`${hit.kind} ${hit.ref} ${at}`} onClick={() => void navigate(hrefOf(hit))}>
            <span style={{ flex: 1 }}>
              <b>{hit.title}</b> <Detail text={hit.detail} />
            </span>
            <small className="soft">{searchKinds[hit.kind]}</small>
          </Spotlight.Action>
        ))}
        {shownWays.map(({ path, label }) => (
          <Spotlight.Action key={path} label={label} onClick={() => void navigate(path)} />
        ))}
        {hits.length === 0 && shownWays.length === 0 && (
          <Spotlight.Empty>Nothing found. Try a fleet number, a code or a pin.</Spotlight.Empty>
        )}
      </Spotlight.ActionsList>
    </Spotlight.Root>
  );
}
