'use client';
import type { WallModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import type { Obstacle } from '@/core/wall/plan';
import { furnitureFinding } from '@/core/wall/stall';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { Verdict } from '@/ui/Verdict';

/** What is in the way or stands before the wall, with what a table, a shelf or a bin has room for. */
export function Obstacles({ wall, onAdd }: { wall: WallModel; onAdd: () => void }) {
  const { id, plan } = wall;
  const { unit, length } = useUnits();
  const action = useAction();
  // What hangs there is what is sold there: its sheets fill the bins.
  const sizes = [
    ...new Map(
      plan.pieces.map(({ window: w }) => [
        `${w.width}×${w.height}`,
        { width: w.width, height: w.height },
      ]),
    ).values(),
  ];
  const remove = (o: Obstacle) => void action.run('removeObstacle', { wallId: id, obstacleId: o.id });
  return (
    <section aria-label="What is in the way">
      <PanelTitle>
        {wall.kind === 'stall' ? 'Furniture and what is in the way' : 'What is in the way'}{' '}
        <span>{plan.obstacles.length || 'nothing'}</span>
      </PanelTitle>
      <ul>
        {plan.obstacles.map((o) => {
          const finding = furnitureFinding(o, sizes, unit);
          return (
            <li key={o.id} style={{ padding: '3px 0' }}>
              <Row>
                <span style={{ flex: 1 }}>
                  {o.kind}{' '}
                  <Small>
                    {length(o.width)} × {length(o.height)}, {length(o.left)} from the corner
                  </Small>
                </span>
                <Button quiet aria-label={`Take the ${o.kind} off`} onPress={() => remove(o)}>
                  take off
                </Button>
              </Row>
              {finding && <Verdict finding={finding} />}
            </li>
          );
        })}
      </ul>
      <Row style={{ marginTop: 6 }}>
        <Button onPress={onAdd}>Something is in the way</Button>
      </Row>
    </section>
  );
}
