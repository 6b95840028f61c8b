'use client';
import { useRef, useState } from 'react';
import { useAction } from '@/app/useAction';
import { orderOfCode } from '@/core/parcel/codes';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

/**
 * One field for whatever a scanner reads or a hand types: the code of a slip opens its order or picks it, a number ticks its print,
 * and a label is held against its parcel.
 */
export function ScanField({
  table,
  onTick,
  onPick,
}: {
  table: PackingModel;
  onTick: (id: string) => void;
  onPick: () => void;
}) {
  const { order, prints } = table;
  const action = useAction();
  const input = useRef<HTMLInputElement | HTMLTextAreaElement>(null);
  const [code, setCode] = useState('');
  const [says, setSays] = useState<{ text: string; isWrong: boolean } | null>(null);
  useKeys([{ key: 'c', label: 'scan or type a code', run: () => input.current?.focus() }]);
  const read = async () => {
    const text = code.trim();
    if (!text) return;
    setCode('');
    // The keys of the table are live again as soon as something was read.
    input.current?.blur();
    const print = prints.find(({ label }) => label === text || label.split('/')[0] === text);
    if (print) {
      onTick(print.id);
      setSays({ text: `${print.title} ${print.label} is ticked.`, isWrong: false });
      return;
    }
    const other = orderOfCode(text);
    const isSlip = text.toUpperCase().startsWith('PICK-');
    if (isSlip && other === order.number) {
      setSays({ text: `That is this order’s slip.`, isWrong: false });
      if (order.state === 'new') onPick();
      return;
    }
    if (isSlip && other !== null) {
      // A door that leads on to the order, not a page of its own.
      window.location.assign(`/orders/number/${other}`);
      return;
    }
    // Asked of the studio, not of this page: a parcel packed a moment ago may not be on the page yet.
    const done = await action.run('matchLabel', { orderId: order.id, code: text });
    setSays(done ? { text: done.message ?? 'The label is on its own parcel.', isWrong: false } : null);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void read();
      }}
    >
      <Row style={{ alignItems: 'flex-end' }}>
        <Field
          label="Scan or type a code"
          value={code}
          onChange={setCode}
          width={220}
          inputRef={(element) => {
            input.current = element as HTMLInputElement | null;
          }}
          placeholder="a slip, a number, a label"
        />
        <Button type="submit" isDisabled={!code.trim() || action.isPending}>
          Read it
        </Button>
        <span aria-live="polite">
          {says && <MarkedText kind={says.isWrong ? 'fails' : 'holds'}>{says.text}</MarkedText>}
        </span>
      </Row>
      <ErrorCallout error={action.error} />
    </form>
  );
}
