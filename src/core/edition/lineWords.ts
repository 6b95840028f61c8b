/** What a line of the register says in words. */
const WORDS: Record<string, string> = {
  printed: 'Printed',
  passed: 'Passed at inspection',
  spoiled: 'Spoiled',
  signed: 'Signed',
  certified: 'Certificate written',
  reissued: 'Certificate written anew',
  allocated: 'Taken',
  released: 'Put back',
  dispatched: 'Sent',
  delivered: 'Delivered',
  returned: 'Came back',
  lost: 'Lost',
  destroyed: 'Destroyed',
  kept: 'Kept',
  gifted: 'Given away',
  consigned: 'To a shop, on consignment',
  remade: 'Number to be made again',
  reserved: 'Held for somebody',
  'reservation ended': 'No longer held',
  'kept back': 'Kept back by the artist',
  'changed hands': 'Changed hands',
  'brought over': 'Brought over from a notebook',
};

type Body = Record<string, string | number | null | undefined>;

/**
 * One line of the register as a person reads it.
 *
 * @example lineWords('printed', { format: '400 × 300 mm', paper: 'Harrow Rag' }) // 'Printed at 400 × 300 mm on Harrow Rag'
 */
export function lineWords(act: string, body: unknown): string {
  const b = (body ?? {}) as Body;
  const said = act === 'taken back' ? `Last act taken back: ${b.to ?? ''} again` : (WORDS[act] ?? act);
  const more = [
    b.note,
    b.override && `Printed all the same: ${b.override} (${b.because})`,
    b.pen && `With ${b.pen}`,
  ].filter(Boolean);
  return [`${said}${aboutIt(act, b)}`, ...more].join('. ');
}

/** What belongs to the act itself: the size, the order, the day. */
function aboutIt(act: string, b: Body): string {
  const order = b.order ? ` ${act === 'released' ? 'from' : 'for'} order ${b.order}` : '';
  switch (act) {
    case 'printed':
      return `${b.format ? ` at ${b.format}` : ''}${b.paper ? ` on ${b.paper}` : ''}`;
    case 'allocated':
      return `${order} at picking`;
    case 'reserved':
      return ` until ${b.until}`;
    case 'reservation ended':
      return `: ${b.outcome}`;
    case 'changed hands':
      return `, ${b.how}, since ${b.since}`;
    case 'brought over':
      return `: ${b.to}${b.on ? `, ${b.on}` : ''}`;
    case 'reissued':
      return `, number ${b.issue}`;
    case 'dispatched':
      return `${order}${b.service ? `, ${b.service}` : ''}`;
    default:
      return order;
  }
}
