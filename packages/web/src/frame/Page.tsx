import { ActionIcon, Container, Title, useComputedColorScheme } from '@mantine/core';
import { may } from '@probe-trail/core/person';
import { IconMoon, IconSun } from '@tabler/icons-react';
import { memo, type ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { useChangePreferencesMutation, usePerson } from '../session/sessionApi';
import { useWaitingCount } from '../session/waitingApi';
import { NetworkState } from './NetworkState';
import classes from './Page.module.css';
import { pages, waysTo } from './pages';

interface PageProps {
  readonly title: string;
  readonly actions?: ReactNode;
  /** As wide as the screen: for the board. */
  readonly isWide?: boolean;
  readonly children: ReactNode;
}

/** A page at a desk: the bar with the ways to everywhere, a title with its actions, the content. */
export function Page({ title, actions, isWide = false, children }: PageProps) {
  return (
    <>
      <PlainBar />
      <Container size={1120} fluid={isWide} component="main" className={classes.main}>
        <div className={classes.head}>
          <Title order={1} size={28}>
            {title}
          </Title>
          <div className={classes.actions}>{actions}</div>
        </div>
        {children}
      </Container>
    </>
  );
}

// A title that is being typed draws nothing of it anew.
const PlainBar = memo(() => <Bar />);

/** The bar on top of every page; what a page must always show goes into the middle. */
export function Bar({ children, compact = false }: { readonly children?: ReactNode; readonly compact?: boolean }) {
  const roles = usePerson()?.roles ?? [];
  const ways = waysTo((permission) => may(roles, permission)).filter(({ isInBar }) => isInBar);
  return (
    <header className={classes.bar} data-compact={compact || undefined}>
      <Link to="/" className={classes.home} aria-label="Probe Trail, the board">
        <img src="/waymark.svg" alt="" width={30} height={30} />
      </Link>
      {!compact && (
        <nav className={classes.nav} aria-label="Main">
          {ways.map(({ path, label }) => (
            <NavLink key={path} to={path} end={path === pages.board.path}>
              {label}
            </NavLink>
          ))}
        </nav>
      )}
      <div className={classes.middle}>{children}</div>
      {!compact && <NetworkState />}
      {!compact && <WaitingCount />}
      <Who />
      <DayNight />
    </header>
  );
}

/** How much waits for an author; what it is, the plans say. */
function WaitingCount() {
  const count = useWaitingCount();
  if (count === 0) return null;
  return (
    <Link to="/plans" className={classes.who}>
      {count === 1 ? '1 waits for you' : `${count} wait for you`}
    </Link>
  );
}

function Who() {
  const person = usePerson();
  if (!person) return null;
  return (
    <Link to="/me" className={classes.who}>
      {person.name}
    </Link>
  );
}

function DayNight() {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const [change] = useChangePreferencesMutation();
  const other = scheme === 'light' ? 'dark' : 'light';
  return (
    <ActionIcon
      className={classes.dayNight}
      aria-label={other === 'dark' ? 'Night colours' : 'Day colours'}
      color="gray"
      onClick={() => void change({ theme: other === 'dark' ? 'night' : 'day' })}
    >
      {other === 'dark' ? <IconMoon size={20} /> : <IconSun size={20} />}
    </ActionIcon>
  );
}
