/** Somebody's own studio, or the one to practise in. */
export type Whose = 'own' | 'practice';

/** Where the person is; it goes along with every page. */
export const PRACTICE_COOKIE = 'glassine_studio';

/** Which studio the page was of that an act comes from. */
export const STUDIO_HEADER = 'x-glassine-studio';
