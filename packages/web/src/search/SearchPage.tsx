import { TextInput } from '@mantine/core';
import { type SearchHit, type SearchKind, searchKinds } from '@probe-trail/core/search';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Page } from '../frame/Page';
import rows from '../ui/rows.module.css';
import { Detail } from './Detail';
import { hrefOf } from './hrefOf';
import classes from './SearchPage.module.css';
import { useFound } from './useFound';

/** Everything that bears the words, by kind, with the words marked in their place. */
export function SearchPage() {
  const [params, setParams] = useSearchParams();
  // What is typed is kept here: the address follows a moment later, and must not take a letter back.
  const [words, setWords] = useState(params.get('words') ?? '');
  const type = (next: string) => {
    setWords(next);
    setParams({ words: next }, { replace: true });
  };
  const hits = useFound(words, 25);
  const kinds = (Object.keys(searchKinds) as SearchKind[]).filter((kind) => hits.some((hit) => hit.kind === kind));
  return (
    <Page title="Search">
      <TextInput
        size="lg"
        autoFocus
        aria-label="Search"
        placeholder="fleet number, plate, VIN, complaint, code, pin, part"
        value={words}
        onChange={(event) => type(event.currentTarget.value)}
      />
      {words.trim() === '' && <p className="soft">The beginnings of words are enough: “fg-0 fan”, “P04”, “C31·2”.</p>}
      {words.trim() !== '' && hits.length === 0 && <p className="soft">Nothing found.</p>}
      {kinds.map((kind) => (
        <section key={kind}>
          <h2 className={classes.kind}>{searchKinds[kind]}</h2>
          <ul className={`${rows.rows} ${classes.hits}`}>
            {hits
              .filter((hit) => hit.kind === kind)
              .map((hit, at) => (
                <Hit key={`${hit.ref} ${at}`} hit={hit} />
              ))}
          </ul>
        </section>
      ))}
    </Page>
  );
}

const Hit = ({ hit }: { readonly hit: SearchHit }) => (
  <li>
    <Link to={hrefOf(hit)}>
      <b>{hit.title}</b>
      <span>
        <Detail text={hit.detail} />
      </span>
    </Link>
  </li>
);
