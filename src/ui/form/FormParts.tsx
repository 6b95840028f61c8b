'use client';
import { get, useFormState } from 'react-hook-form';
import styled from 'styled-components';
import { Button, Row } from '../Button';
import { t } from '../tokens';
import { useUnits } from '../Units';
import { MarkedText } from '../Verdict';
import type { Ask } from './fields';

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

/**
 * How many fields need another look, by their labels. One alone is said under its field; from two on they are said together, so
 * that nobody mends them one by one.
 */
export function FaultsOf({ asks }: { asks: readonly Ask[] }) {
  const { errors } = useFormState();
  const wrong = asks.filter(({ name }) => get(errors, name));
  if (wrong.length < 2) return null;
  const names = wrong.map(({ label }) => label);
  return (
    <div role="alert" style={{ marginTop: 12 }}>
      <MarkedText kind="fails">
        {names.length} things need another look: {names.slice(0, -1).join('; ')} and {names.at(-1)}.
      </MarkedText>
    </div>
  );
}
