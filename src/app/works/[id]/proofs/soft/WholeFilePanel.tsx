'use client';
import Link from 'next/link';
import { shareAbove } from '@/core/colour/outOfGamut';
import { Button } from '@/ui/Button';
import { FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { GamutMap } from './GamutMap';
import { percent, type Count } from './softProps';
import type { SoftProofDesk } from './useSoftProofDesk';

const MEGA = 1e6;
/** Over a tenth of a picture out of gamut is worth a look at the other intent, or another paper. */
const MUCH = 0.1;
/** The map's full black, as a multiple of the threshold; at least this many ΔE00. */
const DARKEST = { times: 2, least: 6 };
const HUES_SHOWN = 3;

/** What the first paper cannot show of the whole file, and which intent keeps more of it. */
export function WholeFilePanel({ desk, workId }: { desk: SoftProofDesk; workId: string }) {
  const { count, first, master, job, counting } = desk;
  return (
    <section>
      <PanelTitle>
        The whole file <span>{first.paper}</span>
      </PanelTitle>
      <Stack $gap={9} style={{ paddingTop: 8 }}>
        {count ? (
          <Counted count={count} desk={desk} />
        ) : (
          <p>
            How much of all {((master.width * master.height) / MEGA).toFixed(1)} megapixels this paper
            cannot show, in which hues and where; and which intent keeps more.
          </p>
        )}
        {job.line}
        {!job.goesOn && (
          <Button
            main={!count}
            onPress={() => void desk.countWholeFile()}
            isDisabled={counting.isPending || !desk.isKnown}
          >
            {count ? 'Count again' : 'Count the whole file'}
          </Button>
        )}
        {counting.error && <MarkedText kind="fails">{counting.error.message}</MarkedText>}
        <FactList
          rows={[
            [
              'Paper white',
              `L* ${first.white[0]!.toFixed(1)}, b* ${first.white[2]!.toFixed(1).replace('-', '−')}`,
            ],
            ['Deepest black', `L* ${first.black[0]!.toFixed(1)}`],
            ['Reach', `${Math.round(first.volume / 1_000)} thousand L*a*b* units`],
          ]}
        />
        <Small>
          <Link href={`/papers/profiles?open=${first.id}`}>The profile</Link> ·{' '}
          <Link href={`/works/${workId}/proofs/sheet`}>Make a proof sheet</Link>
        </Small>
      </Stack>
    </section>
  );
}

function Counted({ count: { statistics, advice }, desk }: { count: Count; desk: SoftProofDesk }) {
  const { threshold, intent } = desk;
  const out = shareAbove(statistics.shares, threshold);
  const darkest = Math.max(DARKEST.least, DARKEST.times * threshold);
  const hues = statistics.sectors.slice(0, HUES_SHOWN).map((s) => `${s.name} ${percent(s.share)}`);
  return (
    <>
      <p>
        <MarkedText kind={out > MUCH ? 'care' : 'holds'}>
          {percent(out)} of {(statistics.pixels / MEGA).toFixed(1)} megapixels is out of gamut, above{' '}
          {threshold.toFixed(1)} ΔE00.
        </MarkedText>
      </p>
      <FactList
        rows={[
          ['Worst', `${statistics.worst.toFixed(1)} ΔE00`],
          ['The rest moves by', `${statistics.meanInside.toFixed(2)} ΔE00`],
          ['Mostly', hues.join(', ') || 'nothing out'],
        ]}
      />
      <GamutMap
        columns={statistics.map.columns}
        rows={statistics.map.rows}
        values={statistics.map.mean.map((v) => v / darkest)}
        label="Where colours are out: the darker, the further"
      />
      <p>
        <strong>Intent</strong>
      </p>
      <Verdict finding={advice.finding} />
      <GamutMap
        columns={advice.map.columns}
        rows={advice.map.rows}
        values={advice.map.kept.map((v) => (v === null ? 0 : 1 - v))}
        label="Where differences vanish by relative colorimetric: the darker, the more"
      />
      {advice.advised !== intent && (
        <Button onPress={() => desk.setIntent(advice.advised)}>Look at it by {advice.advised}</Button>
      )}
    </>
  );
}
