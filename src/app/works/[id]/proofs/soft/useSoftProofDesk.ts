import { useMemo, useState } from 'react';
import { useAction } from '@/app/useAction';
import { screenRatio, useSoftProof } from '@/app/useSoftProof';
import type { Intent } from '@/core/colour/intents';
import { useJob } from '@/ui/Job';
import { useKeys } from '@/ui/Keys';
import { wholeView, type View } from '@/ui/Loupe';
import type { ProofAsk } from '@/workers/softProof';
import type { PaperChoice, Show, SoftProofProps } from './softProps';
import { screenSpace } from '@/ui/screenSpace';

/** As many papers as still read side by side. */
const MOST_PAPERS = 3;
const PADDING_PX = 26;
const BETWEEN_PX = 14;
/** One key goes round these three; side by side is chosen, since it needs room. */
const NEXT_SHOW: Readonly<Record<Show, Show>> = {
  proof: 'picture',
  picture: 'split',
  split: 'proof',
  beside: 'proof',
};

/** Whose profile is asked for: of inks their own, of an untagged file what it is said to be. */
function profileQuery({ isInks }: SoftProofProps['master'], untaggedIs: string): string {
  if (isInks) return '?of=inks';
  return untaggedIs ? `?is=${untaggedIs}` : '';
}

const startWorker = () =>
  new Worker(new URL('../../../../../workers/softProof.ts', import.meta.url), { type: 'module' });

/**
 * What is looked at, through what and how; the picture that comes of it, and what can be done from here.
 *
 * @param outer the room there is, in the page's pixels
 */
export function useSoftProofDesk(
  { master, papers, counts, screen, start }: SoftProofProps,
  outer: { width: number; height: number },
) {
  const [chosen, setChosen] = useState<string[]>([
    papers.find((p) => p.id === start)?.id ?? papers[0]!.id,
  ]);
  const first = papers.find((p) => p.id === chosen[0])!;
  const [intent, setIntent] = useState<Intent>('relative colorimetric');
  const [bpc, setBpc] = useState(true);
  const [paperWhite, setPaperWhite] = useState(false);
  const [isMarked, setMarked] = useState(false);
  const [threshold, setThreshold] = useState(3);
  const [show, setShow] = useState<Show>('split');
  const [split, setSplit] = useState(0.5);
  const [surround, setSurround] = useState(screen.surround);
  const [untaggedIs, setUntaggedIs] = useState<'sRGB' | 'opRGB' | ''>('');
  const [moved, setMoved] = useState<View | null>(null);

  const panes = show === 'beside' ? chosen.length + 1 : chosen.length;
  const box = useMemo(
    () => ({
      width: Math.max(120, Math.floor((outer.width - 2 * PADDING_PX - BETWEEN_PX * (panes - 1)) / panes)),
      height: Math.max(200, outer.height - 2 * PADDING_PX),
    }),
    [outer, panes],
  );
  const source = useMemo(
    () => ({
      sha256: master.sha256,
      width: master.width,
      height: master.height,
      profileUrl: `/api/masters/${master.id}/profile${profileQuery(master, untaggedIs)}`,
      isInks: master.isInks,
    }),
    [master, untaggedIs],
  );
  const view = useMemo(() => moved ?? wholeView(source, box), [moved, source, box]);
  // Numbers of an untagged file mean nothing until somebody says what.
  const isKnown = !master.untagged || untaggedIs !== '';
  const ask = useMemo<ProofAsk | null>(() => {
    if (!isKnown) return null;
    return {
      source,
      view,
      width: box.width,
      height: box.height,
      ratio: screenRatio(),
      screen: screenSpace(),
      papers: chosen.map((profileId) => ({ profileId, intent, bpc, paperWhite })),
      threshold: isMarked ? threshold : null,
      sigma: null,
    };
  }, [isKnown, source, view, box, chosen, intent, bpc, paperWhite, isMarked, threshold]);
  const { shown, error } = useSoftProof(startWorker, ask);

  const counting = useAction();
  const job = useJob();
  const oneToOne = () => setMoved({ ...view, zoom: 1 });

  useKeys([
    { key: 'v', label: 'proof, picture, or both split', run: () => setShow((s) => NEXT_SHOW[s]) },
    { key: 'g', label: 'mark what is out of gamut', run: () => setMarked((m) => !m) },
    { key: 'i', label: 'the other intent', run: () => setIntent(otherIntent) },
    { key: 'w', label: 'the paper’s own white', run: () => setPaperWhite((p) => !p) },
    { key: '0', label: 'the whole picture', run: () => setMoved(null) },
    { key: '1', label: 'one to one', run: oneToOne },
  ]);

  return {
    papers,
    master,
    chosen,
    first,
    intent,
    setIntent,
    bpc,
    setBpc,
    paperWhite,
    setPaperWhite,
    isMarked,
    setMarked,
    threshold,
    setThreshold,
    show,
    setShow,
    split,
    setSplit,
    surround,
    setSurround,
    untaggedIs,
    setUntaggedIs,
    isKnown,
    box,
    view,
    isWhole: moved === null,
    move: setMoved,
    showWhole: () => setMoved(null),
    oneToOne,
    ask,
    shown,
    error,
    /** What was counted of the whole file on the first paper. */
    count: counts.find((c) => c.profileId === first.id),
    job,
    counting,
    paperOf: (id: string): PaperChoice => papers.find((p) => p.id === id)!,
    /** Puts a paper first; the others stay beside it. */
    takeFirst: (id: string) => setChosen((c) => [id, ...c.slice(1).filter((x) => x !== id)]),
    lookAt: (id: string, isOn: boolean) => setChosen((c) => withPaper(c, id, isOn)),
    async countWholeFile() {
      const done = await counting.run('countGamut', {
        masterId: master.id,
        profileId: first.id,
        untaggedIs: untaggedIs || null,
      });
      if (done?.job) job.begin(done.job);
    },
  };
}

export type SoftProofDesk = ReturnType<typeof useSoftProofDesk>;

const otherIntent = (intent: Intent): Intent =>
  intent === 'perceptual' ? 'relative colorimetric' : 'perceptual';

/** At least one paper is looked at, and no more than fit: the longest there makes room. */
function withPaper(chosen: string[], id: string, isOn: boolean): string[] {
  if (isOn) return [...chosen, id].slice(-MOST_PAPERS);
  return chosen.length > 1 ? chosen.filter((x) => x !== id) : chosen;
}
