/** The whole palette. Everything around a picture is neutral; the slip is the only warm tone. */
export const t = {
  wall: '#dcdcdc',
  sheet: '#fafafa',
  second: '#f1f1f1',
  white: '#ffffff',
  ink: '#17202b',
  ink2: '#4c5560',
  ink3: '#555d65',
  line: '#b4b4b4',
  hair: '#cccccc',
  pressed: '#e6e6e6',
  slip: 'rgba(236, 229, 207, 0.94)',
  slipEdge: '#b9ad86',
  slipInk: '#4d4732',
  holds: '#1d6b58',
  care: '#7d4d00',
  fails: '#ad2f1b',
  sans: "'Archivo Variable', 'Archivo', 'Scripts', system-ui, sans-serif",
  serif: "'Newsreader Variable', 'Newsreader', 'Scripts', Georgia, serif",
} as const;

/** Between a hand's width and a whole desk: the rule of places has no room for long divisions. */
export const middling = '@media (min-width: 761px) and (max-width: 1080px)';

/** From here down the screen is a hand's width: one column, everything reachable with a thumb. */
export const narrow = '@media (max-width: 760px)';
