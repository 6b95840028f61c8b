import { InputError } from '@/core/errors';
import type { RequestContext } from '@/studio/action';

export const KEY_HEADER = 'x-glassine-key';
export const TAB_HEADER = 'x-glassine-tab';
export const AS_OF_HEADER = 'x-glassine-as-of';
/** After how many bytes of its file an upload begins. */
export const FROM_HEADER = 'x-glassine-from';

export const KEYS = '8 to 64 letters, digits or hyphens';
export const isKey = (text: string): boolean => /^[\w-]{8,64}$/.test(text);

/**
 * What a page says of an act beside its input: the act's own key, the window, and the newest change the page had seen.
 *
 * @throws InputError for a key or window that is none
 */
export function requestContextOf(request: Request): RequestContext {
  const word = (header: string, field: string) => {
    const value = request.headers.get(header);
    if (value !== null && !isKey(value)) throw new InputError(field, value, KEYS);
    return value ?? undefined;
  };
  const asOf = request.headers.get(AS_OF_HEADER);
  if (asOf !== null && !/^\d{1,15}$/.test(asOf)) throw new InputError('asOf', asOf, 'a whole number');
  return {
    key: word(KEY_HEADER, 'key'),
    tab: word(TAB_HEADER, 'tab'),
    asOf: asOf === null ? undefined : Number(asOf),
  };
}
