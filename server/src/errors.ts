/** A failure that is the caller's to mend: its status, a code for programs, a sentence for people. */
export class RequestError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly details?: unknown,
  ) {
    super(message);
  }
}

export function noSuchSong(): RequestError {
  return new RequestError(404, 'noSuchSong', 'There is no such song. It may have been made on another machine.');
}

export function deletedSong(): RequestError {
  return new RequestError(410, 'deleted', 'This song was deleted. For 30 days it can be brought back from the Songs screen.');
}

/** A failure as plain data, to go from one thread to another. */
export type Refusal = Pick<RequestError, 'status' | 'code' | 'message' | 'details'>;
