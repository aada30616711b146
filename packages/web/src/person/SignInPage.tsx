import { Button, PasswordInput, Stack, TextInput } from '@mantine/core';
import {
  type DemoAccount,
  firstPersonSchema,
  roles,
  type Session,
  shortestPassword,
  signInSchema,
} from '@probe-trail/core/person';
import { sayFailure } from '../api/api';
import { FormProblem } from '../fields/FormProblem';
import { useShortForm } from '../fields/useShortForm';
import { NetworkState } from '../frame/NetworkState';
import { useAddFirstPersonMutation, useSignInMutation } from '../session/sessionApi';
import { Notice } from '../spec/Notice';
import classes from './SignInPage.module.css';

/** The way in: name and password; at the very first start, the first account. */
export function SignInPage({ session }: { readonly session: Session }) {
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [addFirst, first] = useAddFirstPersonMutation();
  const isFirst = session.needsFirstPerson;
  const enter = async (name: string, password: string, token = '') => {
    if (isFirst && (await addFirst({ name, password, token })).error) return;
    await signIn({ name, password });
  };
  const problem = first.error ?? error;
  return (
    <main className={classes.page}>
      <div className={classes.sheet}>
        <img src="/waymark.svg" alt="" width={56} height={56} />
        <h1>{isFirst ? 'Set up this workshop' : 'Probe Trail'}</h1>
        <p className="soft">
          {isFirst
            ? 'You are the first here. Your account may do everything; you add the others afterwards.'
            : 'What you write and record bears your name.'}
        </p>
        {problem !== undefined && (
          <Notice kind="outOfSpec" title="You are not signed in">
            <p>{sayFailure(problem)}</p>
          </Notice>
        )}
        <NetworkState />
        {isFirst ? (
          <FirstForm isBusy={isLoading || first.isLoading} onEnter={enter} />
        ) : (
          <SignInForm isBusy={isLoading} onEnter={enter} />
        )}
        {session.demoAccounts.length > 0 && <DemoAccounts accounts={session.demoAccounts} onEnter={enter} />}
      </div>
    </main>
  );
}

type Enter = (name: string, password: string, token?: string) => Promise<void>;

interface FormProps {
  readonly isBusy: boolean;
  readonly onEnter: Enter;
}

function SignInForm({ isBusy, onEnter }: FormProps) {
  const form = useShortForm({
    schema: signInSchema,
    initial: { name: '', password: '' },
    send: ({ name, password }) => onEnter(name.trim(), password),
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Stack gap="sm">
        <TextInput label="Name" autoComplete="username" autoFocus required {...form.text('name')} />
        <PasswordInput label="Password" autoComplete="current-password" size="md" required {...form.text('password')} />
        <FormProblem form={form} />
        <Button type="submit" size="lg" loading={isBusy} disabled={!form.isReady}>
          Sign in
        </Button>
      </Stack>
    </form>
  );
}

function FirstForm({ isBusy, onEnter }: FormProps) {
  const form = useShortForm({
    schema: firstPersonSchema,
    // The address that the server printed when it started has the token in it.
    initial: { name: '', password: '', token: new URLSearchParams(location.search).get('setup') ?? '' },
    send: ({ name, password, token }) => onEnter(name, password, token.trim()),
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Stack gap="sm">
        <TextInput label="Name" autoComplete="username" autoFocus required {...form.text('name')} />
        <PasswordInput
          label="Password"
          description={`At least ${shortestPassword} characters`}
          autoComplete="new-password"
          size="md"
          required
          {...form.text('password')}
        />
        <TextInput
          label="Setup token"
          description="The server printed it where it was started"
          autoComplete="off"
          required
          {...form.text('token')}
        />
        <FormProblem form={form} />
        <Button type="submit" size="lg" loading={isBusy} disabled={!form.isReady}>
          Make the first account
        </Button>
      </Stack>
    </form>
  );
}

function DemoAccounts({ accounts, onEnter }: { readonly accounts: readonly DemoAccount[]; readonly onEnter: Enter }) {
  return (
    <section aria-label="Accounts of the demo world">
      <h2>Accounts of the demo world</h2>
      <ul className={classes.accounts}>
        {accounts.map(({ name, roles: held, password }) => (
          <li key={name}>
            <button type="button" onClick={() => void onEnter(name, password)}>
              <span>
                <b>{name}</b>
                <small>{held.map((role) => roles[role]).join(', ')}</small>
              </span>
              <code>{password}</code>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
