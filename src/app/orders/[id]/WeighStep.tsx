'use client';
import { exactOr } from '@/app/exact';
import { useState } from 'react';
import { useAction } from '@/app/useAction';
import { postJson, ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

type Props = { table: PackingModel; ticked: ReadonlySet<string> };

/** What the scale says, typed or read, and the sealing. */
function useWeighStep({ table, ticked }: Props) {
  const { order, prints, goods } = table;
  const { weight, unit } = useUnits();
  const action = useAction();
  const [typed, setTyped] = useState('');
  /** What the scale itself said, in milligrams: the text shown rounds it. */
  const [scaleMg, setScaleMg] = useState<number | null>(null);
  const [by, setBy] = useState('typed');
  const isOpen = order.state === 'packed';
  const left = [...prints, ...goods].filter(({ id }) => !ticked.has(id)).length;
  const withUnit = (text: string) =>
    /[a-z]\s*$/i.test(text.trim()) ? text : `${text} ${unit === 'mm' ? 'g' : 'oz'}`;
  const read = async () => {
    const answer = await postJson<{ mg: number; by: string }>(`/api/scale/${order.id}`, {});
    if (!('done' in answer)) return;
    setTyped(weight(answer.done.mg));
    setScaleMg(answer.done.mg);
    setBy(answer.done.by);
  };
  const seal = (reason = '') =>
    void action.run('sealParcel', { orderId: order.id, ticked: [...ticked], reason });
  const note = () => {
    const figure = exactOr(typed, scaleMg === null ? '' : weight(scaleMg), scaleMg);
    const scale = typeof figure === 'number' ? figure : withUnit(figure);
    void action.run('weighParcel', { orderId: order.id, scale, by });
  };
  useKeys(
    isOpen
      ? [
          { key: 'w', label: 'read the scale', run: () => void read() },
          ...(typed.trim() ? [{ key: 'k', label: 'note the weight', run: note }] : []),
          ...(left === 0 ? [{ key: 's', label: 'seal the parcel', run: () => seal() }] : []),
        ]
      : [],
  );
  return {
    action,
    typed,
    isOpen,
    left,
    read,
    seal,
    type(text: string) {
      setTyped(text);
      setBy('typed');
    },
    note,
    unpack: () => void action.run('unpackParcel', { orderId: order.id }),
  };
}
type WeighDesk = ReturnType<typeof useWeighStep>;

/** The scale's figure against what it should be, and the second ticking before it is sealed. */
export function WeighStep({ table, ticked }: Props) {
  const { order, parcel, scale } = table;
  const { weight, moment } = useUnits();
  const desk = useWeighStep({ table, ticked });
  return (
    <Panel>
      <PanelTitle>
        Weighed and sealed <span>{parcel!.sealedAt ? `sealed ${moment(parcel!.sealedAt)}` : ''}</span>
      </PanelTitle>
      <Stack $gap={10} style={{ marginTop: 10 }}>
        <ShouldWeigh table={table} />
        {scale && <Verdict finding={scale} />}
        {desk.isOpen && (
          <>
            <ScaleForm desk={desk} />
            <SealForm desk={desk} blind={table.blind} />
          </>
        )}
        {order.state === 'sealed' && (
          <Row>
            <MarkedText kind="holds">
              Sealed. Name, order {order.number} and {weight(parcel!.scaleMg ?? parcel!.expectedMg)} are
              written on it.
            </MarkedText>
            <Button quiet isDisabled={desk.action.isPending} onPress={desk.unpack}>
              Open it again
            </Button>
          </Row>
        )}
      </Stack>
    </Panel>
  );
}

function ShouldWeigh({ table: { parcel, weighing } }: { table: PackingModel }) {
  const { weight } = useUnits();
  return (
    <p>
      It should weigh{' '}
      <strong>
        <Working working={weighing!.working}>{weight(parcel!.expectedMg)}</Working>
      </strong>
      {parcel!.scaleMg ? (
        <>
          ; the scale said <strong>{weight(parcel!.scaleMg)}</strong>
          {parcel!.scaleBy && <Small> ({parcel!.scaleBy})</Small>}
        </>
      ) : (
        ''
      )}
      .
    </p>
  );
}

function ScaleForm({ desk }: { desk: WeighDesk }) {
  const { unit } = useUnits();
  return (
    <>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          // The keys of the table are live again once the weight is noted.
          if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
          desk.note();
        }}
      >
        <Row style={{ alignItems: 'flex-end' }}>
          <Field
            label="The scale says"
            value={desk.typed}
            onChange={desk.type}
            width={130}
            placeholder={unit === 'mm' ? 'g' : 'oz'}
          />
          <Button type="submit" keyName="k" isDisabled={!desk.typed.trim() || desk.action.isPending}>
            Note it
          </Button>
          <Button keyName="w" onPress={() => void desk.read()}>
            Read the simulated scale
          </Button>
        </Row>
      </form>
      <Small>
        The simulated scale knows only what should be in the parcel: it cannot find a missing print. A
        real one can.
      </Small>
    </>
  );
}

function SealForm({ desk, blind }: { desk: WeighDesk; blind: PackingModel['blind'] }) {
  const { action, left, seal } = desk;
  return (
    <>
      {blind && <Verdict finding={blind} />}
      {left > 0 && (
        <MarkedText kind="none">
          {left === 1 ? 'One piece is' : `${left} pieces are`} still to be ticked going in, above.
        </MarkedText>
      )}
      <ErrorCallout error={action.error} onReason={seal} />
      <Row>
        <Button main keyName="s" isDisabled={left > 0 || action.isPending} onPress={() => seal()}>
          Seal it
        </Button>
        <Button quiet isDisabled={action.isPending} onPress={desk.unpack}>
          Unpack it again
        </Button>
      </Row>
    </>
  );
}
