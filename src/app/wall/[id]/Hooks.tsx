'use client';
import styled from 'styled-components';
import { hookLines } from '@/core/wall/check';
import { fixingFor, pieceWords } from '@/core/wall/hooks';
import type { LaidWall } from '@/core/wall/lay';
import type { WallPlan } from '@/core/wall/plan';
import { PanelTitle, Small, WorkTitle } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';

const List = styled.ol`
  li > button {
    all: unset;
    box-sizing: border-box;
    width: 100%;
    cursor: pointer;
    display: grid;
    grid-template-columns: 20px minmax(0, 1fr) auto;
    gap: 0 8px;
    padding: 4px 0 5px;
    border-bottom: 1px solid ${t.hair};
  }
  li > button[aria-pressed='true'] {
    background: ${t.pressed};
  }
  li > button:focus-visible {
    outline: 2px solid ${t.ink};
  }
  small {
    grid-column: 2 / -1;
    font-size: 12px;
    color: ${t.ink2};
  }
  b {
    text-align: right;
    white-space: pre-line;
  }
`;

/** The hook table: from the left corner and the floor, with frame, weight and wire. */
export function Hooks({
  plan,
  laid,
  selectedId,
  onSelect,
}: {
  plan: WallPlan;
  laid: LaidWall;
  selectedId: string | null;
  onSelect: (id: string) => void;
}) {
  const { unit, length } = useUnits();
  const lines = hookLines(plan, laid);
  const selected = plan.pieces.find((p) => p.id === selectedId);
  return (
    <section aria-label="Hooks">
      <PanelTitle>
        Hooks <span>from the left corner · from the floor</span>
      </PanelTitle>
      {lines.length === 0 && <Small>None yet.</Small>}
      <List>
        {lines.map((line) => (
          <li key={line.id}>
            <button type="button" aria-pressed={line.id === selectedId} onClick={() => onSelect(line.id)}>
              <strong>{line.number}</strong>
              <WorkTitle>{line.title}</WorkTitle>
              <b>{line.hooks.map((hook) => `${length(hook.x)} · ${length(hook.y)}`).join('\n')}</b>
              <small>
                {plan.faces.length > 1 && `${plan.faces[line.face]!.name || `face ${line.face + 1}`}; `}
                {pieceWords(line.piece, unit)}
                {!line.piece.isDropMeasured && ', guessed'}
              </small>
            </button>
          </li>
        ))}
      </List>
      {selected && (
        <p style={{ marginTop: 8 }}>
          <Verdict finding={fixingFor(selected, plan.surface, unit)} />
        </p>
      )}
    </section>
  );
}
