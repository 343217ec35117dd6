/** Somebody else saved first. Carries nothing but the sentence; the caller shows both values. */
export class ChangedMeanwhileError extends Error {
  constructor(what: string) {
    super(`${what} was changed meanwhile on another screen. Yours was not saved over it.`);
    this.name = 'ChangedMeanwhileError';
  }
}

/** The thing asked for does not exist. */
export class NotFoundError extends Error {
  constructor(what: string) {
    super(`${what} is not here. It may have been archived.`);
    this.name = 'NotFoundError';
  }
}

/** The step is refused, with the sentence that says why and what would do. */
export class RefusedError extends Error {
  constructor(sentence: string) {
    super(sentence);
    this.name = 'RefusedError';
  }
}

/** Whether a database error is the violation of this named unique index. */
export function violates(error: unknown, constraint: string): boolean {
  for (
    let e = error as { constraint?: string; message?: string; cause?: unknown } | undefined;
    e;
    e = e.cause as typeof e
  ) {
    if (e.constraint === constraint || e.message?.includes(`"${constraint}"`)) return true;
  }
  return false;
}
