import { useMantineColorScheme } from '@mantine/core';
import { type ReactNode, useEffect } from 'react';
import { Opening } from '../frame/Opening';
import { usePreferences, useSessionQuery } from '../session/sessionApi';
import { SignInPage } from './SignInPage';

const schemes = { auto: 'auto', day: 'light', night: 'dark' } as const;

/** Lets in who is signed in, as they like to see things; everybody else to the sign-in page. */
export function SignedIn({ children }: { readonly children: ReactNode }) {
  const { data: session, error, refetch } = useSessionQuery();
  usePreferredLook();
  if (session?.person) return children;
  if (session) return <SignInPage session={session} />;
  return <Opening error={error} retry={refetch} />;
}

function usePreferredLook() {
  const { theme, textSize } = usePreferences();
  const { setColorScheme } = useMantineColorScheme();
  useEffect(() => setColorScheme(schemes[theme]), [theme, setColorScheme]);
  useEffect(() => {
    document.documentElement.dataset.textSize = textSize;
  }, [textSize]);
}
