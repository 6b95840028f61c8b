/** Where the practice studio is asked for, gone into and left. */
export const PRACTICE_ADDRESS = '/api/practice-studio';

/** A whole page, so that nothing of the one studio is left on the screen of the other. */
export const goTo = (path: string) => window.location.assign(path);
