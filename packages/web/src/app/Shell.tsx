import { lazy, Suspense, useEffect, useState } from 'react';
import { Outlet } from 'react-router';
import { SignedIn } from '../person/SignedIn';
import { useAppDispatch } from './store';
import { whenQuiet } from './whenQuiet';

const Palette = lazy(() => import('./Palette'));
const Shortcuts = lazy(() => import('./Shortcuts'));

/** Whoever is signed in finds the plans on this device when there is no network. */
function Kept() {
  const dispatch = useAppDispatch();
  useEffect(
    () =>
      whenQuiet(
        () => import('../offline/keepPlans'),
        ({ keepPlans }) => void dispatch(keepPlans()),
      ),
    [dispatch],
  );
  return null;
}

type Overlay = 'palette' | 'shortcuts';

/** Around every view: what can be called up from anywhere by the keyboard. */
export function Shell() {
  const [overlay, setOverlay] = useState<Overlay | undefined>();
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const wanted = overlayOf(event);
      if (!wanted) return;
      event.preventDefault();
      setOverlay(wanted);
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
  const close = () => setOverlay(undefined);
  return (
    <>
      <SignedIn>
        <Kept />
        <Outlet />
      </SignedIn>
      <Suspense>
        {overlay === 'palette' && <Palette onClose={close} />}
        {overlay === 'shortcuts' && <Shortcuts onClose={close} />}
      </Suspense>
    </>
  );
}

function overlayOf({ key, ctrlKey, metaKey, target }: KeyboardEvent): Overlay | undefined {
  if (key.toLowerCase() === 'k' && (ctrlKey || metaKey)) return 'palette';
  // A question mark is text in any field but the one for readings, which never has one.
  const isText = target instanceof Element && target.matches('input:not([inputmode="none"]), textarea');
  return key === '?' && !isText ? 'shortcuts' : undefined;
}
