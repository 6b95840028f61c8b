import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { numberOrTyped } from '@/core/measure';
import { postJson } from '@/ui/Actions';
import { useJob } from '@/ui/Job';
import { useUpload } from '@/ui/useUpload';
import type { CompareProps, Comparison, ProofChoice } from './compareProps';

/** Which proof is held against its picture, the files that were chosen, and the three ways to compare it. */
export function useComparing({ proofs, comparisons, start }: CompareProps) {
  // A proof that is not made yet has nothing to compare, but the practice press can print it.
  const able = proofs.filter((p) => p.state !== 'asked' || p.practice);
  const [chosen, choose] = useState(() => firstChoice(able, comparisons, start));
  const [captures, setCaptures] = useState<{ first: File | null; second: File | null }>({
    first: null,
    second: null,
  });
  const [texts, setTexts] = useState<{ readings: File | null; reference: File | null }>({
    readings: null,
    reference: null,
  });
  const [refusal, setRefusal] = useState('');
  const [untaggedIs, setUntaggedIs] = useState<'sRGB' | 'opRGB' | ''>('');
  const [celsius, setCelsius] = useState('23');
  const [isScannedTwice, setScannedTwice] = useState(true);
  const job = useJob();
  const { upload, isSending, send } = useUpload();
  const action = useAction();
  const router = useRouter();
  const proof = able.find((p) => p.id === chosen);
  const isMade = proof !== undefined && proof.state !== 'asked';

  return {
    able,
    proof,
    choose,
    own: comparisons.filter((c) => c.proofId === chosen),
    job,
    action,
    refusal: refusal || action.error?.message || '',
    captures,
    upload,
    takeCapture: (which: 'first' | 'second') => (file: File | null) =>
      setCaptures((was) => ({ ...was, [which]: file })),
    texts,
    takeText: (which: 'readings' | 'reference') => (file: File | null) =>
      setTexts((was) => ({ ...was, [which]: file })),
    untaggedIs,
    setUntaggedIs,
    celsius,
    setCelsius,
    isScannedTwice,
    setScannedTwice,
    isMade,
    canCompare: isMade && captures.first !== null && !isSending && !action.isPending && !job.goesOn,
    canCompareReadings: isMade && texts.readings !== null && !action.isPending,

    async compareCaptures() {
      setRefusal('');
      const sent: SentCapture[] = [];
      for (const file of [captures.first, captures.second]) {
        if (!file) continue;
        const url = `/api/proofs/${chosen}/capture?name=${encodeURIComponent(file.name)}`;
        const answer = await send<SentCapture>(url, file);
        if ('error' in answer) return setRefusal(answer.error.message);
        sent.push({ sha256: answer.done.sha256, fileName: answer.done.fileName });
      }
      const done = await action.run('compareCaptures', {
        proofId: chosen,
        captures: sent,
        untaggedIs: untaggedIs || null,
      });
      if (done?.job) job.begin(done.job);
    },

    async practise() {
      setRefusal('');
      const answer = await postJson<{ job: string }>('/api/practice', {
        what: 'proof',
        proofId: chosen,
        celsius: numberOrTyped(celsius),
        twice: isScannedTwice,
        untaggedIs: untaggedIs || null,
      });
      if ('done' in answer) job.begin(answer.done.job);
      else setRefusal(answer.error.message);
    },

    async compareReadings() {
      const { readings, reference } = texts;
      if (!readings) return;
      const done = await action.run('compareReadingTexts', {
        proofId: chosen,
        fileName: readings.name,
        readings: await readings.text(),
        reference: reference ? await reference.text() : null,
      });
      if (done) router.refresh();
    },
  };
}

export type Comparing = ReturnType<typeof useComparing>;

type SentCapture = { sha256: string; fileName: string };

/** The proof the page was asked for, else one that was compared, else the first there is. */
function firstChoice(able: ProofChoice[], comparisons: Comparison[], start: string | null): string {
  const asked = able.find((p) => p.id === start);
  const compared = able.find((p) => comparisons.some((c) => c.proofId === p.id));
  return (asked ?? compared ?? able[0])?.id ?? '';
}
