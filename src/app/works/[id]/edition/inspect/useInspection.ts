import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { useKeptValues } from '@/ui/form/useKeptValues';
import { INSPECTION, type Bearer, type Inspected, type InspectionPoint } from '@/core/proof/inspection';

const UNSEEN = Object.fromEntries(INSPECTION.map((p) => [p, 'not looked at'])) as Inspected['points'];

/** One print looked over point by point: what was found, where one is, and the keeping of it. */
export function useInspection(impressionId: string | null) {
  const action = useAction();
  const [points, setPoints] = useState(UNSEEN);
  const [here, setHere] = useState(0);
  const [measured, setMeasured] = useState('');
  const [words, setWords] = useState('');
  const [bears, setBears] = useState<Bearer>('the studio');
  const draft = useKeptValues(
    `inspectPrint:${impressionId}`,
    { points, here, measured, words, bears },
    (begun) => {
      setPoints(begun.points);
      setHere(begun.here);
      setMeasured(begun.measured);
      setWords(begun.words);
      setBears(begun.bears);
    },
  );
  const those = (how: Inspected['points'][InspectionPoint]) =>
    INSPECTION.filter((p) => points[p] === how);
  const wrong = those('wrong');
  const left = those('not looked at').length;

  return {
    action,
    slip: draft.slip,
    points,
    here,
    /** A point is right or wrong, and one goes on to the next. */
    mark: (how: 'right' | 'wrong', at = here) => {
      const point = INSPECTION[Math.min(at, INSPECTION.length - 1)]!;
      setPoints((all) => ({ ...all, [point]: how }));
      setHere(Math.min(INSPECTION.length, at + 1));
    },
    back: () => setHere((was) => Math.max(0, was - 1)),
    measured,
    setMeasured,
    words,
    setWords,
    bears,
    setBears,
    wrong,
    left,
    /** One wrong point spoils a print, whatever the others are; it passes when all were looked at. */
    mayKeep: left === 0 || wrong.length > 0,
    keep: async () => {
      if (impressionId === null) return null;
      const done = await action.run('inspectPrint', {
        impressionId,
        points,
        measured,
        words,
        bears: wrong.length ? bears : null,
      });
      if (done) draft.end();
      return done;
    },
  };
}

export type Inspection = ReturnType<typeof useInspection>;
