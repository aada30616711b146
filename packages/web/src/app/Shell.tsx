import { useHotkeys } from '@mantine/hooks';
import { lazy, Suspense, useEffect, useState } from 'react';

import { Outlet } from 'react-router';
import { keys } from '../frame/keys';
import { SignedIn } from '../person/SignedIn';
import { usePerson } from '../session/sessionApi';
import { useAppDispatch } from '../state/appState';
import { NotRecorded } from './NotRecorded';
import { usePickFirst } from './usePickFirst';
import { whenQuiet } from './whenQuiet';

const Palette = lazy(() => import('./Palette'));
const Shortcuts = lazy(() => import('./Shortcuts'));

/** Whoever is signed in finds on this device what they need when there is no network. */
function Kept() {
  const dispatch = useAppDispatch();
  const name = usePerson()?.name ?? '';
  useEffect(
    () =>
      whenQuiet(
        () => import('./keepForOffline'),
        ({ keepForOffline }) => void dispatch(keepForOffline(name)),
      ),
    [dispatch, name],
  );
  return null;
}

type Overlay = 'palette' | 'shortcuts';

/** Around every view: what can be called up from anywhere by the keyboard. */
export function Shell() {
  const [overlay, setOverlay] = useState<Overlay | undefined>();
  usePickFirst();
  const help = (event: KeyboardEvent) => {
    if (isText(event.target)) return;
    event.preventDefault();
    setOverlay('shortcuts');
  };
  const asTyped = { preventDefault: false };
  useHotkeys(
    [
      [keys.palette.key, () => setOverlay('palette')],
      // With Shift on most keyboards, without it on some.
      [keys.help.key, help, asTyped],
      [`shift+${keys.help.key}`, help, asTyped],
    ],
    [],
  );
  const close = () => setOverlay(undefined);
  return (
    <>
      <SignedIn>
        <Kept />
        <Outlet />
        <NotRecorded />
      </SignedIn>
      <Suspense>
        {overlay === 'palette' && <Palette onClose={close} />}
        {overlay === 'shortcuts' && <Shortcuts onClose={close} />}
      </Suspense>
    </>
  );
}

/** A question mark is text in any field but the one for readings, which never has one. */
const isText = (target: EventTarget | null): boolean =>
  target instanceof Element && target.matches('input:not([inputmode="none"]), textarea');
