'use client';
import styled from 'styled-components';
import { Button, Row } from '../Button';
import { t } from '../tokens';
import { useUnits } from '../Units';

const Slip = styled.div`
  background: ${t.slip};
  border: 1px solid ${t.slipEdge};
  padding: 10px 12px;
  margin-bottom: 12px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
`;

/** What was begun here and never recorded, and whether to go on with it. */
export function DraftSlip({
  draft,
  restore,
  forget,
}: {
  draft: { at: string } | null;
  restore: () => void;
  forget: () => void;
}) {
  const { moment } = useUnits();
  if (!draft) return null;
  return (
    <Slip role="note">
      <span>You began to write this on {moment(draft.at)}, and it was not recorded.</span>
      <Row>
        <Button onPress={restore}>Go on with it</Button>
        <Button quiet onPress={forget}>
          Let it go
        </Button>
      </Row>
    </Slip>
  );
}
