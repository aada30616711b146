import { Button, Group, Modal, MultiSelect, PasswordInput, Stack, Switch, TextInput } from '@mantine/core';
import { type Person, type Role, roleNames, roles, shortestPassword } from '@probe-trail/core/person';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { Wait } from '../api/Wait';
import { Page } from '../frame/Page';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import rows from '../ui/rows.module.css';
import classes from './PeoplePage.module.css';
import { sayRoles } from './PreferencesPage';
import { useAddPersonMutation, useChangePersonMutation, useGivePasswordMutation, usePeopleQuery } from './peopleApi';

const roleOptions = roleNames.map((value) => ({ value, label: roles[value] }));

/** Who works here; an administrator adds, disables and gives new passwords. */
export function PeoplePage() {
  const { data, error, refetch } = usePeopleQuery();
  const mayManage = useMay('managePeople');
  const [opened, setOpened] = useState<Person | 'new' | undefined>();
  return (
    <Page title="People" actions={mayManage && <Button onClick={() => setOpened('new')}>Add somebody</Button>}>
      <Wait for={data} error={error} retry={refetch}>
        {(people) => (
          <ul className={`${rows.rows} ${classes.people}`}>
            {people.map((person) => (
              <li key={person.id} data-disabled={person.isDisabled || undefined}>
                <span>
                  <b>{person.name}</b>
                  <small>{person.isDisabled ? 'disabled' : sayRoles(person.roles)}</small>
                </span>
                {mayManage && (
                  <Button variant="subtle" aria-label={`Change ${person.name}`} onClick={() => setOpened(person)}>
                    Change
                  </Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </Wait>
      <Modal
        opened={opened !== undefined}
        onClose={() => setOpened(undefined)}
        title={opened === 'new' ? 'Add somebody' : opened?.name}
      >
        {opened === 'new' && <NewPersonForm onDone={() => setOpened(undefined)} />}
        {opened && opened !== 'new' && <PersonForm person={opened} onDone={() => setOpened(undefined)} />}
      </Modal>
    </Page>
  );
}

function NewPersonForm({ onDone }: { readonly onDone: () => void }) {
  const [name, setName] = useState('');
  const [held, setHeld] = useState<Role[]>(['technician']);
  const [password, setPassword] = useState('');
  const [add, { error, isLoading }] = useAddPersonMutation();
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        if (!(await add({ name: name.trim(), roles: held, password })).error) onDone();
      }}
    >
      <Stack>
        {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
        <TextInput
          label="Name"
          data-autofocus
          required
          value={name}
          onChange={(event) => setName(event.currentTarget.value)}
        />
        <RolesInput value={held} onChange={setHeld} />
        <PasswordInput
          label="First password"
          description={`At least ${shortestPassword} characters; they change it themselves`}
          size="md"
          required
          value={password}
          onChange={(event) => setPassword(event.currentTarget.value)}
        />
        <Button type="submit" loading={isLoading} disabled={password.length < shortestPassword || held.length === 0}>
          Add
        </Button>
      </Stack>
    </form>
  );
}

function RolesInput({ value, onChange }: { readonly value: Role[]; readonly onChange: (roles: Role[]) => void }) {
  return (
    <MultiSelect
      label="What they do"
      data={roleOptions}
      value={value}
      onChange={(next) => onChange(roleNames.filter((role) => next.includes(role)))}
    />
  );
}

function PersonForm({ person, onDone }: { readonly person: Person; readonly onDone: () => void }) {
  const [name, setName] = useState(person.name);
  const [held, setHeld] = useState<Role[]>([...person.roles]);
  const [isDisabled, setIsDisabled] = useState(person.isDisabled);
  const [password, setPassword] = useState('');
  const [change, changed] = useChangePersonMutation();
  const [give, given] = useGivePasswordMutation();
  const problem = changed.error ?? given.error;
  const save = async () => {
    if ((await change({ personId: person.id, name: name.trim(), roles: held, isDisabled })).error) return;
    if (password !== '' && (await give({ personId: person.id, password })).error) return;
    onDone();
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Stack>
        {problem !== undefined && <Notice kind="outOfSpec" title={sayFailure(problem)} />}
        <TextInput label="Name" required value={name} onChange={(event) => setName(event.currentTarget.value)} />
        <RolesInput value={held} onChange={setHeld} />
        <PasswordInput
          label="New password"
          description="Empty: it stays. A new one signs them out everywhere."
          size="md"
          value={password}
          onChange={(event) => setPassword(event.currentTarget.value)}
        />
        <Switch
          label="Disabled: cannot sign in, everything recorded stays"
          checked={isDisabled}
          onChange={(event) => setIsDisabled(event.currentTarget.checked)}
        />
        <Group>
          <Button
            type="submit"
            loading={changed.isLoading}
            disabled={password !== '' && password.length < shortestPassword}
          >
            Save
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
