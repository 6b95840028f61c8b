import { integer, text } from 'drizzle-orm/sqlite-core';

/** Sortable text ids, made by the studio's clock and randomness. */
export const id = () => text('id').primaryKey();
/** UTC, ISO 8601. */
export const at = (name: string) => text(name);
export const um = (name: string) => integer(name);
export const flag = (name: string) => integer(name, { mode: 'boolean' });
export const json = <T>(name: string) => text(name, { mode: 'json' }).$type<T>();
