'use client';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { afterHanging, type AfterHanging as Line } from '@/core/wall/check';
import type { LaidWall } from '@/core/wall/lay';
import type { WallPlan } from '@/core/wall/plan';
import { ErrorCallout } from '@/ui/Actions';
import { Field } from '@/ui/Field';
import { PanelTitle, Small, Table } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

/** Measures to take of what hangs, and what to move: those of the picture that is looked at, and every one that was taken. */
export function AfterHanging({
  wallId,
  plan,
  laid,
  selectedId,
}: {
  wallId: string;
  plan: WallPlan;
  laid: LaidWall;
  selectedId: string | null;
}) {
  const { unit } = useUnits();
  const lines = afterHanging(plan, laid, unit);
  const shown = lines.filter(
    (line) => line.measured !== null || (selectedId && line.key.split(':').includes(selectedId)),
  );
  return (
    <section aria-label="After hanging">
      <PanelTitle>
        After hanging <span>measure, type, move</span>
      </PanelTitle>
      <Table $tight $middle aria-label="Measures after hanging">
        <tbody>
          {shown.map((line) => (
            <Measure key={`${line.key}${line.measured}`} line={line} wallId={wallId} />
          ))}
        </tbody>
      </Table>
      {shown.length < lines.length && (
        <Small>{lines.length - shown.length} more for the other pictures: choose one.</Small>
      )}
    </section>
  );
}

function Measure({ line, wallId }: { line: Line; wallId: string }) {
  const { length } = useUnits();
  const action = useAction();
  const [typed, setTyped] = useState(line.measured === null ? '' : length(line.measured));
  const keep = () => {
    if (typed.trim() === (line.measured === null ? '' : length(line.measured))) return;
    void action.run('takeMeasure', { wallId, key: line.key, value: typed.trim() });
  };
  return (
    <tr>
      <td>
        {line.says}
        <ErrorCallout error={action.error} />
      </td>
      <td className="n">
        <Small>{length(line.planned)}</Small>
      </td>
      <td>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <Field
            label={`${line.says}, measured`}
            hideLabel
            width={76}
            value={typed}
            onChange={setTyped}
            onBlur={keep}
          />
        </form>
      </td>
      <td style={{ color: line.move?.verdict === 'care' ? t.care : t.holds, whiteSpace: 'nowrap' }}>
        {line.move?.says}
      </td>
    </tr>
  );
}
