'use client';
import styled from 'styled-components';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { Aside, Columns, PanelTitle, Stack } from '@/ui/Layout';
import { narrow } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { AdjustmentPanel } from './AdjustmentPanel';
import { FormatAndPaper } from './FormatAndPaper';
import { MakePanel } from './MakePanel';
import { PlanDrawing } from './PlanDrawing';
import { RegionEditor } from './RegionEditor';
import type { SheetProps } from './sheetProps';
import { useProofSheetForm } from './useProofSheetForm';
import { WaitingSheets } from './WaitingSheets';

const PartAndSheet = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 20px;
  align-items: start;
  ${narrow} {
    grid-template-columns: 1fr;
  }
`;

/** Plans a proof sheet, shows it to scale, and makes it. */
export function SheetView(props: SheetProps) {
  const { size } = useUnits();
  const form = useProofSheetForm(props);
  const { plan, cannot } = form.sheet;
  return (
    <Columns $aside={320}>
      <Stack>
        <DraftSlip {...form.slip} />
        <FormatAndPaper form={form} {...props} />
        <PanelTitle>
          {form.isPart ? 'Which part' : 'The sheet'}{' '}
          <span>{form.isPart ? 'drag a frame, or move it by the arrow keys' : 'to scale'}</span>
        </PanelTitle>
        <PartAndSheet>
          <RegionEditor form={form} master={props.master} />
          {plan ? (
            <PlanDrawing
              plan={plan}
              sha256={props.master.sha256}
              picture={props.master}
              label={size(plan.sheet)}
            />
          ) : (
            <MarkedText kind="fails">{cannot}</MarkedText>
          )}
        </PartAndSheet>
      </Stack>
      <Aside>
        <AdjustmentPanel value={form.adjust} onChange={form.choose('adjust')} />
        <MakePanel form={form} isUntagged={props.master.untagged} />
        <WaitingSheets waiting={props.waiting} layouts={props.layouts} />
      </Aside>
    </Columns>
  );
}
