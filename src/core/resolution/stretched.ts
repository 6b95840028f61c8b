/** A file under this share of what is asked is too thin to offer. Source: handbook §5. */
export const STRETCHED_FROM = 2 / 3;
