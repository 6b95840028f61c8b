/** One thing that is wrong with what was given. */
export type Fault = { field: string; value: unknown; expected: string };

/**
 * A value that cannot be used, said so that a person can put it right.
 *
 * @example new InputError('width', '12 smoots', 'a length such as "420 mm" or "16 1/2 in"').message
 * // 'width: got "12 smoots", expected a length such as "420 mm" or "16 1/2 in"'
 */
export class InputError extends Error {
  constructor(
    readonly field: string,
    readonly value: unknown,
    readonly expected: string,
    /** What else is wrong, so that it is put right in one go. */
    readonly also: readonly Fault[] = [],
  ) {
    super(`${field}: got ${show(value)}, expected ${expected}`);
    this.name = 'InputError';
  }

  /** The server is built in several bundles, each with a copy of this class: what it is called decides, not which copy. */
  static override [Symbol.hasInstance](error: unknown): boolean {
    return isNamed(error, 'InputError');
  }

  /** The plain object that scripts and the interface receive. */
  toJSON() {
    const { field, value = null, expected, also } = this;
    return { field, value, expected, ...(also.length && { also }) };
  }
}

/** An act that the state of things does not allow: nothing was typed wrongly, but it cannot be done now. */
export class RefusedError extends Error {
  constructor(
    message: string,
    /** True when the person may go on by giving a reason. */
    readonly overridable = false,
  ) {
    super(message);
    this.name = 'RefusedError';
  }

  static override [Symbol.hasInstance](error: unknown): boolean {
    return ['RefusedError', 'ChangedError', 'NotHeldError'].some((name) => isNamed(error, name));
  }
}

/** Less of a file is held than its sender goes on from: it is sent once more from its beginning. */
export class NotHeldError extends RefusedError {
  constructor(message: string) {
    super(message);
    this.name = 'NotHeldError';
  }

  static override [Symbol.hasInstance](error: unknown): boolean {
    return isNamed(error, 'NotHeldError');
  }
}

/** What somebody else changed since a page was drawn or an act was done. */
export type ChangedField = { field: string; now: string; yours: string | null };

/** The thing was changed meanwhile: nothing was written, and what both sides say is told. */
export class ChangedError extends RefusedError {
  constructor(
    message: string,
    readonly changed: { who: string; at: string; fields: ChangedField[] },
  ) {
    super(message);
    this.name = 'ChangedError';
  }

  static override [Symbol.hasInstance](error: unknown): boolean {
    return isNamed(error, 'ChangedError');
  }
}

function isNamed(error: unknown, name: string): boolean {
  return Object.prototype.toString.call(error) === '[object Error]' && (error as Error).name === name;
}

function show(value: unknown): string {
  if (value === undefined) return 'nothing';
  const text = JSON.stringify(value) ?? String(value);
  return text.length > 80 ? `${text.slice(0, 77)}…` : text;
}
