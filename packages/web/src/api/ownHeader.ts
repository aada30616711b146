/** A form of another site cannot send it: without it, or JSON, the server changes nothing. */
export const ownHeader = { 'x-probe-trail': '1' } as const;
