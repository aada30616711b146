/** The one place where a domain problem becomes an HTTP status; docs/problems.md lists the same codes. */
export const httpStatus = {
  REQUEST_INVALID: 400,
  REQUEST_TOO_LARGE: 413,
  SIGN_IN_NEEDED: 401,
  SIGN_IN_FAILED: 401,
  TOO_MANY_TRIES: 429,
  PASSWORD_COMMON: 422,
  SETUP_TOKEN_WRONG: 403,
  HOST_UNKNOWN: 421,
  CROSS_SITE: 403,
  FORBIDDEN: 403,
  PERSON_NOT_FOUND: 404,
  PERSON_EXISTS: 409,
  FIRST_PERSON_EXISTS: 409,
  LAST_ADMINISTRATOR: 409,
  ROUTE_NOT_FOUND: 404,
  PLAN_NOT_FOUND: 404,
  PLAN_ID_TAKEN: 409,
  PLAN_HAS_ERRORS: 422,
  DRAFT_CHANGED: 412,
  DRAFT_VERSION_NEEDED: 428,
  DRAFT_EXISTS: 409,
  OWN_DRAFT: 409,
  CARD_NOT_FOUND: 404,
  CARD_EXISTS: 409,
  CARD_CHANGED: 412,
  COMMENT_NOT_FOUND: 404,
  REMARK_NOT_FOUND: 404,
  TRAIL_NOT_FOUND: 404,
  EVENT_MISFIT: 409,
  ENTRY_UNSTORABLE: 422,
  NOT_FROM_OUTSIDE: 403,
  ENTRY_NOT_FOUND: 404,
  VEHICLE_NOT_FOUND: 404,
  VEHICLE_EXISTS: 409,
  VEHICLE_CHANGED: 409,
  LINE_NOT_FOUND: 404,
  ODOMETER_INVALID: 422,
  ODOMETER_GOES_BACK: 409,
  JOB_NOT_FOUND: 404,
  JOB_EVENT_MISFIT: 409,
  PROOF_DIFFERS: 409,
  SHEET_EXISTS: 409,
  ALREADY_THERE: 409,
  INTERFACE_FAILED: 502,
  PHOTO_NOT_FOUND: 404,
  PHOTO_INVALID: 415,
  STORE_UNAVAILABLE: 503,
  OVERLOADED: 503,
  INTERNAL: 500,
} as const;

export type ProblemCode = keyof typeof httpStatus;

/** Body of every failed request: problem+json (RFC 9457), with a sentence for a person in `detail`. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly code: ProblemCode;
}

/** What each code means in general; `detail` says it of the case at hand. */
export const problemTitles = {
  REQUEST_INVALID: 'The request cannot be understood',
  REQUEST_TOO_LARGE: 'The request is too large',
  SIGN_IN_NEEDED: 'Sign in first',
  SIGN_IN_FAILED: 'Name and password do not belong together',
  TOO_MANY_TRIES: 'There were too many tries',
  PASSWORD_COMMON: 'The password is a common one',
  SETUP_TOKEN_WRONG: 'The token of the setup is another one',
  HOST_UNKNOWN: 'The server does not go by this name',
  CROSS_SITE: 'The request comes from another site',
  FORBIDDEN: 'This is not for everybody to do',
  PERSON_NOT_FOUND: 'There is no such person',
  PERSON_EXISTS: 'Somebody has this name already',
  FIRST_PERSON_EXISTS: 'The workshop has been set up already',
  LAST_ADMINISTRATOR: 'Somebody must be able to manage people',
  ROUTE_NOT_FOUND: 'There is nothing at this address',
  PLAN_NOT_FOUND: 'There is no such plan',
  PLAN_ID_TAKEN: 'A plan with this id is there already',
  PLAN_HAS_ERRORS: 'The plan check found errors',
  DRAFT_CHANGED: 'Somebody else saved this draft meanwhile',
  DRAFT_VERSION_NEEDED: 'The request must say which draft it changes',
  DRAFT_EXISTS: 'There is a draft of this plan already',
  OWN_DRAFT: 'Somebody else must approve it',
  CARD_NOT_FOUND: 'The library has no such part card',
  CARD_EXISTS: 'The library has a part card with this id',
  CARD_CHANGED: 'Somebody else has saved this part card',
  COMMENT_NOT_FOUND: 'There is no such comment',
  REMARK_NOT_FOUND: 'There is no such remark',
  TRAIL_NOT_FOUND: 'There is no such trail',
  EVENT_MISFIT: 'The entry does not fit the trail',
  ENTRY_UNSTORABLE: 'The entry can never be stored',
  NOT_FROM_OUTSIDE: 'Only the server makes such an entry',
  ENTRY_NOT_FOUND: 'There is no such entry',
  VEHICLE_NOT_FOUND: 'There is no such vehicle',
  VEHICLE_EXISTS: 'There is a vehicle of this fleet number already',
  VEHICLE_CHANGED: 'Somebody else changed this vehicle meanwhile',
  LINE_NOT_FOUND: 'There is no such vehicle line',
  ODOMETER_INVALID: 'The odometer cannot be understood',
  ODOMETER_GOES_BACK: 'The odometer shows less than before',
  JOB_NOT_FOUND: 'There is no such job',
  JOB_EVENT_MISFIT: 'The entry does not fit the job',
  PROOF_DIFFERS: 'The proof comes to something else',
  SHEET_EXISTS: 'A code sheet of this id is kept already',
  ALREADY_THERE: 'Something of this name is there already',
  INTERFACE_FAILED: 'The vehicle interface does not answer',
  PHOTO_NOT_FOUND: 'There is no such photo',
  PHOTO_INVALID: 'The file is not a picture',
  STORE_UNAVAILABLE: 'The data cannot be stored now',
  OVERLOADED: 'The server has too much to do',
  INTERNAL: 'Something went wrong on the server',
} as const satisfies Record<ProblemCode, string>;

export const toProblemDetails = (code: ProblemCode, detail: string): ProblemDetails => ({
  type: `urn:probe-trail:problem:${code}`,
  title: problemTitles[code],
  status: httpStatus[code],
  detail,
  code,
});

/** Whether some received data is such a body. */
export const isProblemDetails = (data: unknown): data is ProblemDetails =>
  typeof data === 'object' && data !== null && 'code' in data && String(data.code) in httpStatus && 'detail' in data;
