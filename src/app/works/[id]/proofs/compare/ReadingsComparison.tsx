'use client';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { PanelTitle, Stack, Table } from '@/ui/Layout';
import { signed, type ReadingsBody } from './compareProps';

const WORST_SHOWN = 8;

/** An instrument's readings against their reference, the worst patches first. */
export function ReadingsComparison({ id, at, body: b }: { id: string; at: string; body: ReadingsBody }) {
  const action = useAction();
  return (
    <section>
      <PanelTitle>
        Readings: {b.fileName} <span>{at}</span>
      </PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 8 }}>
        <p>
          {b.patches.length} patches: mean {b.mean.toFixed(1)} ΔE00, 95th percentile {b.p95.toFixed(1)};
          the worst is {b.worst}. Bias L* {signed(b.bias.L)}, a* {signed(b.bias.a)}, b* {signed(b.bias.b)}
          .{b.left.length ? ` Left out, without a reference: ${b.left.join(', ')}.` : ''}
        </p>
        <Table $tight>
          <thead>
            <tr>
              <th>Patch</th>
              <th className="n">read L*, a*, b*</th>
              <th className="n">reference</th>
              <th className="n">ΔE00</th>
            </tr>
          </thead>
          <tbody>
            {[...b.patches]
              .sort((x, y) => y.delta - x.delta)
              .slice(0, WORST_SHOWN)
              .map((p) => (
                <tr key={p.id}>
                  <th>{p.id}</th>
                  <td className="n">{p.got.map((v) => v.toFixed(1)).join(', ')}</td>
                  <td className="n">{p.reference.map((v) => v.toFixed(1)).join(', ')}</td>
                  <td className="n">{p.delta.toFixed(2)}</td>
                </tr>
              ))}
          </tbody>
        </Table>
        <Row>
          <Button quiet onPress={() => void action.run('removeComparison', { id: id })}>
            Take it out
          </Button>
        </Row>
      </Stack>
    </section>
  );
}
