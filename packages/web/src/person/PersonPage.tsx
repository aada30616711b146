import { Button, Select, Stack, TextInput, Title } from '@mantine/core';
import { type Role, roles } from '@probe-trail/core/person';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { sayFailure } from '../app/api';
import { Page } from '../ui/Page';
import { Wait } from '../ui/Wait';
import classes from './PersonPage.module.css';
import { useAddPersonMutation, usePeopleQuery } from './peopleApi';
import { keepPersonId } from './personChoice';

const roleOptions = Object.entries(roles).map(([value, label]) => ({ value, label }));

/** Pick who you are: what you record bears your name. */
export function PersonPage() {
  const { data: people, error, refetch } = usePeopleQuery();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const choose = (id: string) => {
    keepPersonId(id);
    void navigate(search.get('then') ?? '/', { replace: true });
  };
  return (
    <Page title="Who are you?">
      <p className="soft">What you write and record bears your name.</p>
      <Wait for={people} error={error} retry={refetch}>
        {(list) => (
          <div className={classes.people}>
            {list.map(({ id, name, role }) => (
              <button key={id} type="button" className={classes.person} onClick={() => choose(id)}>
                <strong>{name}</strong>
                <span className="soft">{roles[role]}</span>
              </button>
            ))}
          </div>
        )}
      </Wait>
      <NewPersonForm onAdded={choose} />
    </Page>
  );
}

function NewPersonForm({ onAdded }: { readonly onAdded: (id: string) => void }) {
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('technician');
  const [add, { error, isLoading }] = useAddPersonMutation();
  const submit = async () => {
    const added = await add({ name: name.trim(), role });
    if (added.data) onAdded(added.data.id);
  };
  return (
    <form
      className={classes.form}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Stack gap="sm">
        <Title order={2} size="h4">
          Not on the list
        </Title>
        <TextInput
          label="Name"
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
          error={error && sayFailure(error)}
        />
        <Select
          label="Work"
          data={roleOptions}
          value={role}
          allowDeselect={false}
          onChange={(value) => value && setRole(value as Role)}
        />
        <Button type="submit" variant="default" loading={isLoading} disabled={name.trim() === ''}>
          Add me
        </Button>
      </Stack>
    </form>
  );
}
