import { validate } from '@/core/validate';
import type { Studio } from './studio';

/** What came of an act, in a sentence, and how to take it back where that can be done. */
export type ActResult = {
  says: string;
  id?: string;
  undo?: { act: string; input: unknown };
  /** Anything the caller may want to show at once. */
  more?: Record<string, unknown>;
};

/** Something a person can do: its input's schema, and the doing. */
export type Act<I = unknown> = { schema: object; run: (studio: Studio, input: I) => Promise<ActResult> };

/** Binds a schema to an act; the input is checked before the act sees it, whoever calls. */
export function act<I>(
  schema: object,
  run: (studio: Studio, input: I) => Promise<ActResult>,
): Act<I> & ((studio: Studio, input: I) => Promise<ActResult>) {
  const checked = async (studio: Studio, input: I) => {
    validate(schema, input);
    return run(studio, input);
  };
  return Object.assign(checked, { schema, run: checked });
}
