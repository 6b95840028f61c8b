import { useRef, useState } from 'react';
import { useAction } from '@/app/useAction';
import type { SigningTable } from '@/studio/editions/editions';

type Sheet = SigningTable['sheets'][number];
type Paper = SigningTable['papers'][number];

/** A pen that worked on a paper so long ago is tried again: coatings and inks change. */
const TRIED_DAYS = 180;
const A_DAY_MS = 86_400_000;

/** Whether a pen was tried on a paper lately, and worked. */
export const isTried = (paper: Paper, pen: string, now: number): boolean =>
  paper.trials.find((trial) => trial.pen.toLowerCase() === pen.trim().toLowerCase())?.worked === true &&
  paper.trials.some(
    (trial) =>
      trial.pen.toLowerCase() === pen.trim().toLowerCase() &&
      now - Date.parse(trial.at) < TRIED_DAYS * A_DAY_MS,
  );

/** The pen that last worked on a paper. */
export const bestPen = (paper: Paper | undefined): string =>
  paper?.trials.find((trial) => trial.worked)?.pen ?? '';

/** What became of a sheet at this sitting. */
export type Done = { id: string; label: string; as: 'signed' | 'spoiled' | 'left' };

/**
 * A sitting at the signing table: first the pen on scrap, then one sheet after another at the pace of the hand. What was done is sent
 * while the next sheet lies there already; what is refused comes back to the table.
 */
export function useSigning({
  editionId,
  sheets,
  papers,
  now = Date.now,
}: {
  editionId: string;
  sheets: Sheet[];
  papers: Paper[];
  now?: () => number;
}) {
  const action = useAction();
  // The page is drawn anew after every act, with fewer sheets; what lay here at the beginning can come back.
  const [all] = useState(sheets);
  const [first] = all;
  const paperOf = (sheet: Sheet | undefined) => papers.find((paper) => paper.id === sheet?.paperId);
  const [pen, setPen] = useState(() => bestPen(paperOf(first)));
  const [tried, setTried] = useState<readonly string[]>([]);
  const [queue, setQueue] = useState<Sheet[]>(sheets);
  const [done, setDone] = useState<Done[]>([]);
  const began = useRef<number | null>(null);
  const [seconds, setSeconds] = useState(0);

  const sheet = queue[0];
  const paper = paperOf(sheet);
  const key = `${paper?.id} ${pen.trim().toLowerCase()}`;
  const isRehearsed = !paper || tried.includes(key) || (pen.trim() !== '' && isTried(paper, pen, now()));
  const stage = !sheet ? 'done' : isRehearsed ? 'sign' : 'rehearse';

  const rehearsed = async (worked: boolean) => {
    if (!paper) return;
    const kept = await action.run('notePen', { paperId: paper.id, pen, worked, note: '' });
    if (kept && worked) setTried([...tried, key]);
    if (kept && !worked) setPen('');
  };

  const advance = (as: Done['as']) => {
    if (!sheet) return;
    began.current ??= now();
    setSeconds(Math.round((now() - began.current) / 1_000));
    setQueue((rest) => rest.slice(1));
    setDone((before) => [...before, { id: sheet.id, label: sheet.label, as }]);
  };
  const comeBack = (gone: Sheet) => {
    setQueue((rest) => [gone, ...rest]);
    setDone((before) => before.filter((each) => each.id !== gone.id));
  };

  const sign = async () => {
    if (!sheet || stage !== 'sign') return;
    advance('signed');
    const kept = await action.run('handleImpressions', {
      editionId,
      impressionIds: [sheet.id],
      act: 'signed',
      note: '',
      pen,
    });
    if (!kept) comeBack(sheet);
  };
  const leave = () => {
    if (stage === 'sign') advance('left');
  };
  const spoil = async (note: string): Promise<boolean> => {
    if (!sheet) return false;
    const kept = await action.run('handleImpressions', {
      editionId,
      impressionIds: [sheet.id],
      act: 'spoiled',
      note,
    });
    if (kept) advance('spoiled');
    return kept !== null;
  };
  /** Puts the last sheet back on the table; a signature noted by mistake is taken back. */
  const back = async () => {
    const last = done.at(-1);
    const gone = all.find((each) => each.id === last?.id);
    if (!last || !gone || last.as === 'spoiled') return;
    if (last.as === 'signed') {
      const kept = await action.run('takeBackHandling', { editionId, impressionIds: [last.id] });
      if (!kept) return;
    }
    comeBack(gone);
  };
  const signed = done.filter((each) => each.as === 'signed').length;
  const keepTime = () =>
    action.run('noteTiming', { act: 'sign', seconds: Math.max(1, seconds), prints: signed });

  return {
    action,
    stage,
    sheet,
    paper,
    left: queue.length,
    pen,
    setPen,
    rehearsed,
    done,
    signed,
    seconds,
    sign,
    leave,
    spoil,
    back,
    keepTime,
  } as const;
}
