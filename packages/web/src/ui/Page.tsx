import { ActionIcon, Container, Title, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { IconMoon, IconSun } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { Link, NavLink } from 'react-router';
import { usePerson } from '../person/peopleApi';
import classes from './Page.module.css';

interface PageProps {
  readonly title: string;
  readonly actions?: ReactNode;
  readonly children: ReactNode;
}

/** A page at a desk: the bar with the ways to everywhere, a title with its actions, the content. */
export function Page({ title, actions, children }: PageProps) {
  return (
    <>
      <Bar />
      <Container size={1120} component="main" className={classes.main}>
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

/** The bar on top of every page; what a page must always show goes into the middle. */
export function Bar({ children, compact = false }: { readonly children?: ReactNode; readonly compact?: boolean }) {
  return (
    <header className={classes.bar} data-compact={compact || undefined}>
      <Link to="/" className={classes.home} aria-label="Probe Trail, all trails">
        <img src="/waymark.svg" alt="" width={30} height={30} />
      </Link>
      {!compact && (
        <nav className={classes.nav} aria-label="Main">
          <NavLink to="/" end>
            Trails
          </NavLink>
          <NavLink to="/plans">Plans</NavLink>
        </nav>
      )}
      <div className={classes.middle}>{children}</div>
      <Who />
      <DayNight />
    </header>
  );
}

function Who() {
  const person = usePerson();
  return (
    <Link to={`/who?then=${encodeURIComponent(location.pathname)}`} className={classes.who}>
      {person?.name ?? 'Who are you?'}
    </Link>
  );
}

function DayNight() {
  const scheme = useComputedColorScheme('light', { getInitialValueInEffect: false });
  const { setColorScheme } = useMantineColorScheme();
  const other = scheme === 'light' ? 'dark' : 'light';
  return (
    <ActionIcon
      className={classes.dayNight}
      aria-label={other === 'dark' ? 'Night colours' : 'Day colours'}
      color="gray"
      onClick={() => setColorScheme(other)}
    >
      {other === 'dark' ? <IconMoon size={20} /> : <IconSun size={20} />}
    </ActionIcon>
  );
}
