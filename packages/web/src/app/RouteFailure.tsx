import { Button } from '@mantine/core';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { Page } from '../frame/Page';
import { Notice } from '../spec/Notice';

/** What is shown when a view cannot be: an address that is not there, or a fault of ours. */
export function RouteFailure() {
  const error = useRouteError();
  const isMissing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <Page title={isMissing ? 'There is nothing here' : 'This page has failed'}>
      <Notice
        kind="outOfSpec"
        title={isMissing ? 'There is no page at this address.' : 'The fault is in the program, not in what you did.'}
      >
        <p>Nothing that was recorded is lost. {!isMissing && error instanceof Error && <code>{error.message}</code>}</p>
        <Button component={Link} to="/" variant="default">
          To the trails
        </Button>
      </Notice>
    </Page>
  );
}
