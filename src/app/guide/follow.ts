/** Which work is led along the whole way in this browser; empty or missing: none. */
export const GUIDE_COOKIE = 'glassine_way';

/** A word that is put into the page's address and the cookie: the id of a record, nothing else. */
export const readFollowed = (text: string | undefined): string | null =>
  text && /^[0-9A-Z]{20,32}$/.test(text) ? text : null;
