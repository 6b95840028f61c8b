/** What a message to a buyer is drafted from. */
export type MessageFacts = {
  /** As they like to be called. */
  name: string;
  studio: string;
  number: number;
  things: string;
  service: string | null;
  tracking: string;
  /** The day it leaves, and should be there, in words. */
  leaves: string;
  arrives: string | null;
  isLate: boolean;
};
export type Draft = { name: string; text: string };

/**
 * Messages to a buyer, drafted as text to copy and change: thanks, word that it left, word that it is late, and the wish for a
 * picture of it hung.
 *
 * @example draftMessages({ name: 'Oda', studio: 'Studio', number: 7, things: 'Night Ferry', service: null, tracking: '', leaves: 'Mon 30 Nov', arrives: null, isLate: false }).map((d) => d.name) // ['Thanks, for the card', 'It was ordered', 'A picture of it hung, please']
 */
export function draftMessages(f: MessageFacts): Draft[] {
  const close = `\n\n${f.studio}`;
  const dear = `Dear ${f.name},\n\n`;
  const drafts: Draft[] = [
    {
      name: 'Thanks, for the card',
      text: `${f.name}, thank you. I hope ${f.things} finds a good wall with you.\n${f.studio}`,
    },
    {
      name: 'It was ordered',
      text: `${dear}thank you for order ${f.number}: ${f.things}. It leaves here by ${f.leaves}.${close}`,
    },
  ];
  if (f.service)
    drafts.push({
      name: 'It has left',
      text: `${dear}${f.things} left today by ${f.service}${f.tracking ? `, tracking ${f.tracking}` : ''}.${f.arrives ? ` It should be with you by ${f.arrives}.` : ''} Please let it lie flat for a day before it is framed.${close}`,
    });
  if (f.isLate)
    drafts.push({
      name: 'It is late',
      text: `${dear}order ${f.number} is later than I promised, and I am sorry. ${f.service ? 'I have asked the carrier where it is' : `It leaves by ${f.leaves}`}. If you would rather not wait, tell me and I pay back what you paid.${close}`,
    });
  drafts.push({
    name: 'A picture of it hung, please',
    text: `${dear}if you have hung ${f.things} by now: a picture of it on your wall would make my day. Say if I may show it, with or without your name.${close}`,
  });
  return drafts;
}
