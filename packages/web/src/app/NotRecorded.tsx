import { Button, Portal } from '@mantine/core';
import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { Notice } from '../spec/Notice';
import { useAppDispatch, useAppSelector } from '../state/appState';
import { refusalHeard, selectRefusal } from '../state/refusalSlice';
import classes from './NotRecorded.module.css';

/** Says over everything else why a press was not recorded: it must not look as if it had been. */
export function NotRecorded() {
  const dispatch = useAppDispatch();
  const message = useAppSelector(selectRefusal);
  const { pathname } = useLocation();
  useEffect(() => {
    dispatch(refusalHeard());
  }, [dispatch, pathname]);
  if (message === undefined) return null;
  return (
    <Portal>
      <div className={classes.over}>
        <Notice kind="outOfSpec" title="Not recorded">
          <p>{message}</p>
          <Button size="lg" variant="default" onClick={() => dispatch(refusalHeard())}>
            OK
          </Button>
        </Notice>
      </div>
    </Portal>
  );
}
