/** A figure that may be refused while it is being typed: what came of it, or the sentence. */
export function attempt<T>(work: () => T): { value: T | null; says: string } {
  try {
    return { value: work(), says: '' };
  } catch (error) {
    const e = error as { field?: string; expected?: string; message: string };
    return {
      value: null,
      says: e.expected
        ? `${(e.field ?? '').replace(/^(\w+)\.(width|height)$/, (_, part: string, side: string) => `The ${part}’s ${side}`)} should be ${e.expected}.`
        : e.message,
    };
  }
}
