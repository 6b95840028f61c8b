'use client';
import Link from 'next/link';
import { SURROUNDS, type Screen } from '@/core/colour/screen';
import { Select } from '@/ui/Choices';
import { Check } from '@/ui/Field';
import { Aside, Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { useBox } from '@/ui/useBox';
import { Verdict } from '@/ui/Verdict';
import { ProofControls } from './ProofControls';
import { ProofPanes } from './ProofPanes';
import { named, type SoftProofProps } from './softProps';
import { useSoftProofDesk } from './useSoftProofDesk';
import { WholeFilePanel } from './WholeFilePanel';

/** The picture as a paper will show it, live. */
export function SoftProofView(props: SoftProofProps) {
  const [ref, outer] = useBox(0.5, 470);
  const desk = useSoftProofDesk(props, outer);
  return (
    <Columns $aside={316}>
      <div ref={ref}>
        <ProofControls desk={desk} />
        <ProofPanes desk={desk} title={props.title} />
      </div>
      <Aside>
        <section>
          <PanelTitle>The screen</PanelTitle>
          <Stack $gap={6} style={{ paddingTop: 6 }}>
            <Verdict finding={props.screenSays} />
            <Small>
              <Link href="/studio#screen">Note a calibration</Link>
            </Small>
            <Select
              label="Surround of the picture"
              value={String(desk.surround)}
              onChange={(v) => desk.setSurround(Number(v) as Screen['surround'])}
              options={SURROUNDS.map((n) => ({ key: String(n), name: `N${n} grey` }))}
              width={130}
            />
          </Stack>
        </section>
        <section>
          <PanelTitle>
            Side by side <span>up to three</span>
          </PanelTitle>
          <Stack $gap={5} style={{ paddingTop: 8 }}>
            {props.papers.map((p) => (
              <Check
                key={p.id}
                checked={desk.chosen.includes(p.id)}
                onChange={(isOn) => desk.lookAt(p.id, isOn)}
              >
                {named(p)}
              </Check>
            ))}
          </Stack>
        </section>
        <WholeFilePanel desk={desk} workId={props.workId} />
      </Aside>
    </Columns>
  );
}
