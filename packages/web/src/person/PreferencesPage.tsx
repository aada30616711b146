import { Button, Group, PasswordInput, SegmentedControl, Stack } from '@mantine/core';
import { ownPasswordSchema, type Preferences, type Role, roles, shortestPassword } from '@probe-trail/core/person';
import { sayFailure } from '../api/api';
import { FormProblem } from '../fields/FormProblem';
import { optionsOf } from '../fields/optionsOf';
import { useShortForm } from '../fields/useShortForm';
import { Page } from '../frame/Page';
import {
  useChangePasswordMutation,
  useChangePreferencesMutation,
  usePerson,
  usePreferences,
  useSignOutMutation,
} from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import classes from './PreferencesPage.module.css';

const choices = {
  units: { label: 'Units', options: { metric: 'km, °C, kPa', us: 'mi, °F, psi' } },
  theme: { label: 'Colours', options: { auto: 'as the device', day: 'day', night: 'night' } },
  textSize: { label: 'Text', options: { normal: 'normal', large: 'larger', largest: 'largest' } },
} as const satisfies Record<keyof Preferences, { label: string; options: Record<string, string> }>;

/** What somebody sets for themselves, on every device; signing out. */
export function PreferencesPage() {
  const person = usePerson();
  const preferences = usePreferences();
  const [change, { error }] = useChangePreferencesMutation();
  const [signOut] = useSignOutMutation();
  return (
    <Page
      title={person?.name ?? ''}
      actions={
        <>
          <Button variant="subtle" onClick={() => void signOut('everywhere')}>
            Sign out everywhere
          </Button>
          <Button variant="default" onClick={() => void signOut('here')}>
            Sign out
          </Button>
        </>
      }
    >
      <p className="soft">{sayRoles(person?.roles ?? [])}</p>
      {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      <div className={classes.choices}>
        {(Object.keys(choices) as (keyof Preferences)[]).map((field) => (
          <div key={field}>
            <span id={`choice-${field}`}>{choices[field].label}</span>
            <SegmentedControl
              size="md"
              aria-labelledby={`choice-${field}`}
              value={preferences[field]}
              data={optionsOf<string>(choices[field].options)}
              onChange={(value) => void change({ [field]: value })}
            />
          </div>
        ))}
      </div>
      <PasswordForm />
    </Page>
  );
}

export const sayRoles = (held: readonly Role[]) => held.map((role) => roles[role]).join(', ');

function PasswordForm() {
  const [change, { error, isSuccess, isLoading }] = useChangePasswordMutation();
  const form = useShortForm({
    schema: ownPasswordSchema,
    initial: { current: '', password: '' },
    send: async (passwords, reset) => (await change(passwords)).error || reset(),
  });
  return (
    <form className={classes.password} onSubmit={form.onSubmit}>
      <h2>Password</h2>
      {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
      {isSuccess && <Notice kind="inSpec" title="The password is changed. Other browsers are signed out." />}
      <Stack gap="sm">
        <PasswordInput label="Current password" size="md" autoComplete="current-password" {...form.text('current')} />
        <PasswordInput
          label="New password"
          description={`At least ${shortestPassword} characters`}
          size="md"
          autoComplete="new-password"
          {...form.text('password')}
        />
        <FormProblem form={form} />
        <Group>
          <Button type="submit" variant="default" loading={isLoading} disabled={!form.isReady}>
            Change the password
          </Button>
        </Group>
      </Stack>
    </form>
  );
}
