'use client';
import styled from 'styled-components';
import { INTENTS, type Intent } from '@/core/colour/intents';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Check } from '@/ui/Field';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { named, type Show } from './softProps';
import type { SoftProofDesk } from './useSoftProofDesk';

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: end;
  padding-bottom: 12px;
  label {
    color: ${t.ink2};
    font-size: 12px;
    line-height: 15px;
  }
  input[type='range'] {
    width: 130px;
    accent-color: ${t.ink};
  }
`;
const SHOWS: { key: Show; name: string }[] = [
  { key: 'split', name: 'split: picture, proof' },
  { key: 'proof', name: 'the proof' },
  { key: 'picture', name: 'the picture' },
  { key: 'beside', name: 'side by side' },
];

/** Through which paper, by which intent, and what of it is shown. */
export function ProofControls({ desk }: { desk: SoftProofDesk }) {
  return (
    <>
      <Bar>
        <Select
          label="Paper and machine"
          value={desk.first.id}
          onChange={desk.takeFirst}
          options={desk.papers.map((p) => ({ key: p.id, name: named(p) }))}
          width={326}
        />
        <Select<Intent>
          label="Intent"
          value={desk.intent}
          onChange={desk.setIntent}
          options={INTENTS.map((i) => ({ key: i, name: i }))}
          width={174}
        />
        <Select<Show>
          label="Show"
          value={desk.show}
          onChange={desk.setShow}
          options={SHOWS}
          width={164}
        />
        <Row>
          <Button isDisabled={desk.isWhole} keyName="0" onPress={desk.showWhole}>
            Whole
          </Button>
          <Button keyName="1" onPress={desk.oneToOne}>
            1:1
          </Button>
        </Row>
      </Bar>
      <Bar>
        <Check checked={desk.bpc} onChange={desk.setBpc}>
          Black-point compensation
        </Check>
        <Check checked={desk.paperWhite} onChange={desk.setPaperWhite}>
          The paper’s own white
        </Check>
        <Check checked={desk.isMarked} onChange={desk.setMarked}>
          Mark what is out of gamut
        </Check>
        <label>
          above {desk.threshold.toFixed(1)} ΔE00
          <br />
          <input
            type="range"
            min={0.5}
            max={12}
            step={0.5}
            value={desk.threshold}
            onChange={(e) => desk.setThreshold(Number(e.target.value))}
            aria-label="Out of gamut above, ΔE00"
          />
        </label>
        {desk.show === 'split' && (
          <label>
            divided at {Math.round(100 * desk.split)} %<br />
            <input
              type="range"
              min={0}
              max={1}
              step={0.01}
              value={desk.split}
              onChange={(e) => desk.setSplit(Number(e.target.value))}
              aria-label="Where picture and proof are divided"
            />
          </label>
        )}
      </Bar>
      {desk.master.untagged && <MeaningOfNumbers desk={desk} />}
    </>
  );
}

function MeaningOfNumbers({ desk }: { desk: SoftProofDesk }) {
  return (
    <Row style={{ paddingBottom: 12 }}>
      <MarkedText kind="care">{desk.master.fileName} is untagged: what do its numbers mean?</MarkedText>
      {(['sRGB', 'opRGB'] as const).map((space) => (
        <Button
          key={space}
          onPress={() => desk.setUntaggedIs(space)}
          isDisabled={desk.untaggedIs === space}
        >
          {space}
        </Button>
      ))}
    </Row>
  );
}
