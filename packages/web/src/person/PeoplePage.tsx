import { Button, Group, Modal, MultiSelect, PasswordInput, Stack, Switch, TextInput } from '@mantine/core';
import {
  newPasswordSchema,
  newPersonSchema,
  type Person,
  personChangeSchema,
  roles,
  shortestPassword,
} from '@probe-trail/core/person';
import { useState } from 'react';
import { Link } from 'react-router';
import { sayFailure } from '../api/api';
import { Wait } from '../api/Wait';
import { FormProblem } from '../fields/FormProblem';
import { optionsOf } from '../fields/optionsOf';
import { useShortForm } from '../fields/useShortForm';
import { Page } from '../frame/Page';
import { useMay } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import rows from '../ui/rows.module.css';
import classes from './PeoplePage.module.css';
import { sayRoles } from './PreferencesPage';
import { useAddPersonMutation, useChangePersonMutation, useGivePasswordMutation, usePeopleQuery } from './peopleApi';

const roleOptions = optionsOf(roles);

/** Who works here; an administrator adds, disables and gives new passwords. */
export function PeoplePage() {
  const { data, error, refetch } = usePeopleQuery();
  const [mayManage, mayKeep] = [useMay('managePeople'), useMay('keepWorkshop')];
  const [opened, setOpened] = useState<Person | 'new' | undefined>();
  return (
    <Page
      title="People"
      actions={
        <>
          {mayKeep && (
            <Button component={Link} to="/workshop" variant="subtle">
              Workshop
            </Button>
          )}
          {mayManage && <Button onClick={() => setOpened('new')}>Add somebody</Button>}
        </>
      }
    >
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
  const [add, { error, isLoading }] = useAddPersonMutation();
  const form = useShortForm({
    schema: newPersonSchema,
    initial: { name: '', roles: ['technician'], password: '' },
    send: async (person) => (await add(person)).error || onDone(),
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Stack>
        {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
        <TextInput label="Name" data-autofocus required {...form.text('name')} />
        <MultiSelect label="Roles" data={roleOptions} {...form.field('roles')} />
        <PasswordInput
          label="First password"
          description={`At least ${shortestPassword} characters; they change it themselves`}
          size="md"
          required
          {...form.text('password')}
        />
        <FormProblem form={form} />
        <Button type="submit" loading={isLoading} disabled={!form.isReady}>
          Add
        </Button>
      </Stack>
    </form>
  );
}

function PersonForm({ person, onDone }: { readonly person: Person; readonly onDone: () => void }) {
  const { id: personId, name, roles: held, isDisabled } = person;
  const [change, changed] = useChangePersonMutation();
  const [give, given] = useGivePasswordMutation();
  const problem = changed.error ?? given.error;
  const newPassword = useShortForm({ schema: newPasswordSchema, initial: { password: '' }, send: onDone });
  const { password } = newPassword.values;
  const form = useShortForm({
    schema: personChangeSchema,
    initial: { name, roles: held, isDisabled },
    send: async (written) => {
      if ((await change({ personId, ...written })).error) return;
      if (password !== '' && (await give({ personId, password })).error) return;
      onDone();
    },
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Stack>
        {problem !== undefined && <Notice kind="outOfSpec" title={sayFailure(problem)} />}
        <TextInput label="Name" required {...form.text('name')} />
        <MultiSelect label="Roles" data={roleOptions} {...form.field('roles')} />
        <PasswordInput
          label="New password"
          description="Empty: it stays. A new one signs them out everywhere."
          size="md"
          {...newPassword.text('password')}
        />
        <Switch label="Disabled: cannot sign in, everything recorded stays" {...form.isOn('isDisabled')} />
        <FormProblem form={form} />
        <FormProblem form={newPassword} />
        <Group>
          <Button
            type="submit"
            loading={changed.isLoading}
            disabled={!form.isReady || (password !== '' && !newPassword.isReady)}
          >
            Save
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
