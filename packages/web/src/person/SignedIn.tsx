import { useMantineColorScheme } from '@mantine/core';
import { lazy, type ReactNode, Suspense, useEffect } from 'react';
import { Opening } from '../frame/Opening';
import { usePreferences, useSessionQuery } from '../session/sessionApi';

// Whoever has signed in needs no form for it.
const SignInPage = lazy(async () => ({ default: (await import('./SignInPage')).SignInPage }));

const schemes = { auto: 'auto', day: 'light', night: 'dark' } as const;

/** Lets in who is signed in, as they like to see things; everybody else to the sign-in page. */
export function SignedIn({ children }: { readonly children: ReactNode }) {
  const { data: session, error, refetch } = useSessionQuery();
  usePreferredLook();
  if (session?.person) return children;
  if (session)
    return (
      <Suspense fallback={<Opening error={undefined} retry={refetch} />}>
        <SignInPage session={session} />
      </Suspense>
    );
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
