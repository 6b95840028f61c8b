'use client';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { FINISHES, type ProductFinish } from '@/core/product/words';
import { ErrorCallout } from '@/ui/Actions';
import { DialogActions, FormDialog } from '@/ui/FormDialog';
import { Check, Field } from '@/ui/Field';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { Row } from '@/ui/Button';
import type { PriceProps } from './priceProps';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptSheet } from '@/ui/form/useKeptValues';

/** Tick sizes, lines and finishes: every one by every other is offered, but what the file cannot carry. */
export function OfferSheet({
  rows,
  lines,
  cells,
  workId,
  run,
  onClose,
}: PriceProps & { onClose: () => void }) {
  const action = useAction();
  const [formats, setFormats] = useState<string[]>(rows.map((row) => row.formatId));
  const [lineIds, setLines] = useState<string[]>(lines.slice(0, 1).map((line) => line.id));
  const [newLine, setNewLine] = useState('');
  const [finishes, setFinishes] = useState<ProductFinish[]>(['loose']);
  const [inEdition, setInEdition] = useState(true);
  const names = lineIds.length + (newLine.trim() ? 1 : 0);
  const count = formats.length * names * finishes.length;
  const there = cells.filter(
    (cell) =>
      cell.state === 'offered' &&
      formats.includes(cell.formatId) &&
      cell.lineId !== null &&
      lineIds.includes(cell.lineId) &&
      finishes.includes(cell.finish),
  ).length;
  const kept = useKeptSheet(
    `offerProducts:${workId}`,
    { formats, lineIds, finishes, inEdition, newLine },
    (begun) => {
      setFormats(begun.formats);
      setLines(begun.lineIds);
      setFinishes(begun.finishes);
      setInEdition(begun.inEdition);
      setNewLine(begun.newLine);
    },
    onClose,
  );
  const offer = async () => {
    let all = lineIds;
    if (newLine.trim()) {
      const named = await action.run('saveLine', {
        id: null,
        name: newLine.trim(),
        routeId: null,
        paperId: null,
        signing: 'front',
        finePrint: false,
        goesIn: [],
        notes: '',
      });
      if (!named?.id) return;
      all = [...lineIds, named.id];
      setLines(all);
      setNewLine('');
    }
    const done = await action.run('offerProducts', {
      workId,
      formatIds: formats,
      lineIds: all,
      finishes,
      inEdition,
    });
    if (done) kept.close();
  };
  return (
    <FormDialog
      title="Offer more of it"
      isOpen
      isWritten={kept.isWritten}
      onClose={kept.close}
      width={620}
    >
      <DraftSlip {...kept.slip} />
      <Stack $gap={16}>
        <Ticks
          title="Sizes"
          options={rows.map((row) => ({ key: row.formatId, name: row.name }))}
          chosen={formats}
          onChange={setFormats}
        />
        <div>
          <Ticks
            title="Lines"
            options={lines.map((line) => ({ key: line.id, name: line.name }))}
            chosen={lineIds}
            onChange={setLines}
          />
          <div style={{ marginTop: 8 }}>
            <Field
              label="A new line"
              value={newLine}
              onChange={setNewLine}
              width={280}
              hint="its paper and route can be said under Lines"
              wrong={action.fieldError('name')}
            />
          </div>
        </div>
        <Ticks
          title="Finishes"
          options={FINISHES.map((finish) => ({ key: finish, name: finish }))}
          chosen={finishes}
          onChange={(chosen) => setFinishes(FINISHES.filter((finish) => chosen.includes(finish)))}
        />
        {run && (
          <Check checked={inEdition} onChange={setInEdition}>
            Numbered in the run of {run.size}
          </Check>
        )}
        <Small role="status">
          {formats.length} × {names} × {finishes.length} = {count} products
          {there > 0 && `, ${there} of them there already`}
        </Small>
        <ErrorCallout error={action.error} fields={['name']} />
        <DialogActions
          label="Offer them"
          busy={action.isPending}
          disabled={count === 0}
          onDo={() => void offer()}
          onClose={onClose}
        />
      </Stack>
    </FormDialog>
  );
}

function Ticks({
  title,
  options,
  chosen,
  onChange,
}: {
  title: string;
  options: { key: string; name: string }[];
  chosen: readonly string[];
  onChange: (chosen: string[]) => void;
}) {
  return (
    <div role="group" aria-label={title}>
      <PanelTitle>{title}</PanelTitle>
      <Row style={{ marginTop: 8 }} $gap={16}>
        {options.map((option) => (
          <Check
            key={option.key}
            checked={chosen.includes(option.key)}
            onChange={(on) =>
              onChange(on ? [...chosen, option.key] : chosen.filter((key) => key !== option.key))
            }
          >
            {option.name}
          </Check>
        ))}
      </Row>
    </div>
  );
}
