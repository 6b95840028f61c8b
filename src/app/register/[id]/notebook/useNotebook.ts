import { useState } from 'react';
import { useAction } from '@/app/useAction';
import type { PaperLine, PaperState } from '@/core/edition/fromPaper';
import { postJson, type ActionError } from '@/ui/Actions';

/** One line as a person has decided it: as it was read, put right, or left out. */
export type Decided = PaperLine & { isLeftOut: boolean; isDecided: boolean };

/** A line without a doubt, or one that somebody has looked at. */
export const isSettled = (line: Decided): boolean =>
  line.isLeftOut ||
  (line.number !== null && line.state !== null && (line.isDecided || !line.doubts.length));

/** A notebook being brought over: read, its doubtful lines decided one by one, then kept. */
export function useNotebook(editionId: string) {
  const action = useAction();
  const [lines, setLines] = useState<Decided[] | null>(null);
  const [error, setError] = useState<ActionError | null>(null);

  const read = async (text: string) => {
    const result = await postJson<PaperLine[]>(`/api/notebook/${editionId}`, { text });
    if (!('done' in result)) {
      setError(result.error);
      return;
    }
    setError(null);
    setLines(result.done.map((line) => ({ ...line, isLeftOut: false, isDecided: false })));
  };
  const decide = (line: number, change: Partial<Decided>) =>
    setLines(
      (all) =>
        all?.map((each) => (each.line === line ? { ...each, ...change, isDecided: true } : each)) ?? null,
    );
  const taken = (lines ?? []).filter((line) => !line.isLeftOut);
  const open = (lines ?? []).filter((line) => !isSettled(line));
  const numbers = taken.flatMap((line) => (line.number === null ? [] : [line.number]));
  const twice = numbers.find((number, i) => numbers.indexOf(number) !== i) ?? null;

  const keep = (formatId: string, paperId: string) =>
    action.run('bringOver', {
      editionId,
      formatId,
      paperId,
      lines: taken.map((line) => ({
        number: line.number!,
        state: line.state as PaperState,
        buyer: line.buyer,
        on: line.on,
      })),
    });

  return { action, lines, error, read, decide, open, taken, twice, keep } as const;
}
