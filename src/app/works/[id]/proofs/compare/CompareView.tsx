'use client';
import { useAction } from '@/app/useAction';
import { Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Aside, Columns, EmptyState, PanelTitle, Small, Stack } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { CapturesPanel, PractisePanel, ReadingsPanel } from './ComparingPanels';
import type { CompareProps } from './compareProps';
import { OneComparison } from './OneComparison';
import { useComparing } from './useComparing';

/** A proof held against its picture, and what would bring the next one nearer. */
export function CompareView(props: CompareProps) {
  const desk = useComparing(props);
  if (!desk.proof)
    return (
      <EmptyState title="Nothing to compare yet">
        <p>
          When a proof has come, scan or photograph it and bring the file in here: Glassine finds it in
          the capture and says in figures how far it is from the picture, and what would bring the next
          one nearer.
        </p>
      </EmptyState>
    );
  const { job, own } = desk;
  const { limits, workId, aim } = props;
  return (
    <Columns $aside={310}>
      <Stack>
        <Row style={{ alignItems: 'end', flexWrap: 'wrap' }}>
          <Select
            label="Which proof"
            value={desk.proof.id}
            onChange={desk.choose}
            options={desk.able.map((p) => ({
              key: p.id,
              name: `round ${p.round}, ${p.kind}: ${p.format} on ${p.paper}${p.state === 'asked' ? ' (not made yet)' : ''}`,
            }))}
            width={440}
          />
          <Small>
            Limits: mean {limits.mean} ΔE00, 95th percentile {limits.p95}
          </Small>
        </Row>
        {aim === 'improve' && (
          <MarkedText kind="care">
            Prints of this work are to improve on the original: what follows says how far a proof left it,
            not whether it is good.
          </MarkedText>
        )}
        {job.line}
        {own.length === 0 && !job.line && (
          <EmptyState title="Not compared yet">
            <p>
              Bring in a scan or a photograph of this proof. A second capture of the same page, taken
              anew, shows what the capture itself is worth: nothing passes on luck.
            </p>
          </EmptyState>
        )}
        {own.map((comparison) => (
          <OneComparison key={comparison.id} comparison={comparison} workId={workId} />
        ))}
      </Stack>
      <Aside>
        <CapturesPanel desk={desk} untagged={props.untagged} />
        {desk.proof.sheet && <PractisePanel desk={desk} />}
        <ReadingsPanel desk={desk} />
        <AimPanel workId={workId} aim={aim} />
      </Aside>
    </Columns>
  );
}

function AimPanel({ workId, aim }: Pick<CompareProps, 'workId' | 'aim'>) {
  const action = useAction();
  return (
    <section>
      <PanelTitle>What prints are to do</PanelTitle>
      <Stack $gap={6} style={{ paddingTop: 8 }}>
        <Select<'match' | 'improve'>
          label="Prints of this work are to"
          value={aim}
          onChange={(wanted) => void action.run('declareAim', { workId, aim: wanted })}
          options={[
            { key: 'match', name: 'match the original' },
            { key: 'improve', name: 'improve on the original' },
          ]}
        />
        <Small>Both are fine. Comparing back measures only the first.</Small>
      </Stack>
    </section>
  );
}
