'use client';
import { useMemo, useState } from 'react';
import { proposeSet } from '@/core/crop/sizeSet';
import type { Size } from '@/core/measure';
import type { Rung } from '@/core/resolution';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Check } from '@/ui/Field';
import { EmptyState, ScrollArea, Small, Stack, Table } from '@/ui/Layout';
import { FormDialog, DialogActions } from '@/ui/FormDialog';
import { useUnits } from '@/ui/Units';

const keyOf = (s: Size) => `${s.width}x${s.height}`;

/** A sensible few sizes, each about 1.4 times the one before, to be offered together. */
export function SetSheet({
  workId,
  rungs,
  largest,
  offered,
  onClose,
}: {
  workId: string;
  rungs: Rung[];
  /** Of the largest print the file carries. */ largest: Size;
  offered: Size[];
  onClose: () => void;
}) {
  const action = useAction();
  const { size, other } = useUnits();
  const set = useMemo(
    () =>
      proposeSet(
        largest,
        Math.max(largest.width, largest.height),
        rungs.map((r) => ({
          size: r.frame,
          holds: r.check.verdict === 'holds',
          lostShare: r.ratio.exact ? 0 : r.ratio.fill.lostShare,
        })),
      ),
    [rungs, largest],
  );
  const [left, setLeft] = useState<string[]>([]);
  const chosen = set.filter((p) => !left.includes(keyOf(p.size)));
  const has = (s: Size) => offered.some((o) => o.width === s.width && o.height === s.height);
  const offer = async () => {
    if (await action.run('offerSet', { workId, sizes: chosen.map((p) => p.size), family: 'set' }))
      onClose();
  };
  return (
    <FormDialog title="A set of sizes" isOpen onClose={onClose} width={680}>
      {set.length ? (
        <Stack>
          <p>
            Few sizes are easier to proof, stock and price, and each should look plainly larger than the
            one before: about 1.4 times in side is twice the area. All of these hold.
          </p>
          <ScrollArea>
            <Table aria-label="Proposed sizes" $middle>
              <thead>
                <tr>
                  <th>Offer</th>
                  <th>Size</th>
                  <th className="n">From the one before</th>
                  <th>Why</th>
                </tr>
              </thead>
              <tbody>
                {set.map((p) => {
                  const key = keyOf(p.size);
                  return (
                    <tr key={key}>
                      <td>
                        <Check
                          checked={!left.includes(key)}
                          onChange={(on) => setLeft(on ? left.filter((x) => x !== key) : [...left, key])}
                          label={`Offer ${size(p.size)}`}
                        />
                      </td>
                      <th scope="row">
                        {size(p.size)} <Small>{other(p.size)}</Small>
                      </th>
                      <td className="n">{p.step ? `× ${p.step.toFixed(2)}` : ''}</td>
                      <td>
                        {p.why}
                        {has(p.size) && <Small>; offered already</Small>}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </Table>
          </ScrollArea>
          <ErrorCallout error={action.error} />
        </Stack>
      ) : (
        <EmptyState title="No set to propose">
          <p>
            No size over 140 mm holds under this school. Capture the work again, or judge by viewing
            distance.
          </p>
        </EmptyState>
      )}
      <DialogActions
        label={`Offer ${chosen.length === 1 ? 'this size' : `these ${chosen.length}`}`}
        busy={action.isPending}
        disabled={!chosen.length}
        onDo={() => void offer()}
        onClose={onClose}
      />
    </FormDialog>
  );
}
