'use client';
import { useRouter } from 'next/navigation';
import { useAction } from '@/app/useAction';
import { isNone, sayAdjustment } from '@/core/colour/adjust';
import { Button, Row } from '@/ui/Button';
import { FactList, PanelTitle, Small, Stack } from '@/ui/Layout';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { CurveDrawing } from '../sheet/CurveDrawing';
import { signed, type Comparison, type ScanBody } from './compareProps';
import { DeltaMap } from './DeltaMap';
import { ReadingsComparison } from './ReadingsComparison';
import { useUnits } from '@/ui/Units';

type Props = { comparison: Comparison; workId: string };

/** What one comparison found. */
export function OneComparison({ comparison, workId }: Props) {
  const { moment } = useUnits();
  const { id, body } = comparison;
  const at = moment(comparison.at);
  return body.way === 'readings' ? (
    <ReadingsComparison id={id} at={at} body={body} />
  ) : (
    <CaptureComparison comparison={comparison} at={at} body={body} workId={workId} />
  );
}

/** A capture against the picture: how far, where, and what to begin the next round with. */
function CaptureComparison({ comparison, at, body: b, workId }: Props & { at: string; body: ScanBody }) {
  const action = useAction();
  const router = useRouter();
  const take = async () => {
    const done = await action.run('takeAdvice', { id: comparison.id });
    if (done?.href) router.push(done.href);
  };
  return (
    <section data-verdict-of={b.finding.verdict}>
      <PanelTitle>
        {comparison.fileNames.join(' and ')} <span>{at}</span>
      </PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 8 }}>
        <Verdict finding={b.finding} />
        <div style={{ display: 'flex', gap: 26, flexWrap: 'wrap', alignItems: 'start' }}>
          <DeltaMap columns={b.columns} rows={b.rows} cells={b.byCell} />
          <div style={{ minWidth: 250, flex: 1 }}>
            <Figures body={b} />
          </div>
          <div>
            <p style={{ maxWidth: 230, paddingBottom: 8 }}>
              <strong>{b.says}</strong>
            </p>
            {b.advice.curve.length > 0 && (
              <CurveDrawing curve={b.advice.curve} label="The curve to start from" />
            )}
          </div>
        </div>
        <Row>
          <Button
            main={b.finding.verdict !== 'holds'}
            onPress={() => void take()}
            isDisabled={action.isPending || isNone(b.advice)}
          >
            Begin the next round with this
          </Button>
          <Small>
            {isNone(b.advice)
              ? 'nothing is left to adjust'
              : `in all, with what was adjusted before: ${sayAdjustment(b.advice)}`}
          </Small>
          <Button quiet onPress={() => void action.run('removeComparison', { id: comparison.id })}>
            Take it out
          </Button>
        </Row>
        {action.error && <MarkedText kind="fails">{action.error.message}</MarkedText>}
        <Small>
          Relative to the bare paper. <a href={`/works/${workId}/proofs`}>To the rounds</a>
        </Small>
      </Stack>
    </section>
  );
}

const NEAREST_SHOWN = 3;

function Figures({ body: b }: { body: ScanBody }) {
  const nearest = [...b.variants]
    .sort((x, y) => x.mean - y.mean)
    .slice(0, NEAREST_SHOWN)
    .map((v) => `no. ${v.number} (${v.says}): ${v.mean.toFixed(1)}`);
  const upright = b.turned ? `; the capture was turned upright by ${b.turned}°` : '';
  const hatched = b.outCells ? `; ${b.outCells} out of gamut, hatched` : '';
  return (
    <FactList
      rows={[
        ['Mean', `${b.mean.toFixed(2)} ΔE00`],
        ['95th percentile', `${b.p95.toFixed(2)} ΔE00`],
        ['Worst cell', `${b.worst.toFixed(1)} ΔE00`],
        [
          'Floor',
          b.floor
            ? `${b.floor.mean.toFixed(2)} ΔE00, from ${b.floor.of ? 'the bare paper of one photograph' : 'a repeat capture'}`
            : 'not known: one capture only',
        ],
        ['Bias', `L* ${signed(b.bias.L)}, a* ${signed(b.bias.a)}, b* ${signed(b.bias.b)}`],
        ['Contrast', `× ${b.slope.toFixed(2)} of the picture’s`],
        ['Chroma', `× ${b.chroma.toFixed(2)} of the picture’s`],
        [
          'Found',
          `likeness ${b.likeness.toFixed(2)}, turned ${b.degrees.toFixed(1).replace('-', '−')}°${upright}`,
        ],
        b.photographed !== undefined && [
          'Photographed',
          `opposite sides differ by ${(b.photographed.keystone * 100).toFixed(0)} %; the light by ${b.photographed.stops.toFixed(1)} stops across the page, evened by its bare paper`,
        ],
        ['Cells', `${b.cells} compared${hatched}`],
        nearest.length > 0 && ['Nearest variant', nearest.join('; ')],
      ]}
    />
  );
}
