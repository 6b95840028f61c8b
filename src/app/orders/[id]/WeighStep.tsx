'use client';
import { exactOr } from '@/app/exact';
import { useState } from 'react';
import type { PackingTable } from '@/studio/orders/packingTable';
import { useAction } from '@/app/useAction';
import { postJson, ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Panel, PanelTitle, Small, Stack } from '@/ui/Layout';
import { Working } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';

/** The scale's figure against what it should be, and the second ticking before it is sealed. */
export function WeighStep({ table, ticked }: { table: PackingTable; ticked: ReadonlySet<string> }) {
  const { order: o, parcel, weighing, scale, blind, prints } = table;
  const { weight, unit } = useUnits();
  const action = useAction();
  const [typed, setTyped] = useState('');
  /** What the scale itself said, in milligrams: the text shown rounds it. */
  const [scaleMg, setScaleMg] = useState<number | null>(null);
  const [by, setBy] = useState('typed');
  const isOpen = o.state === 'packed';
  const left = prints.filter((p) => !ticked.has(p.id)).length;
  const read = async () => {
    const answer = await postJson<{ mg: number; by: string }>(`/api/scale/${o.id}`, {});
    if ('done' in answer) {
      setTyped(weight(answer.done.mg));
      setScaleMg(answer.done.mg);
      setBy(answer.done.by);
    }
  };
  const withUnit = (text: string) =>
    /[a-z]\s*$/i.test(text.trim()) ? text : `${text} ${unit === 'mm' ? 'g' : 'oz'}`;
  const weigh = () => {
    const shown = scaleMg === null ? '' : weight(scaleMg);
    const figure = exactOr(typed, shown, scaleMg);
    const scale = typeof figure === 'number' ? figure : withUnit(figure);
    void action.run('weighParcel', { orderId: o.id, scale, by });
  };
  const seal = (reason = '') =>
    void action.run('sealParcel', { orderId: o.id, ticked: [...ticked], reason });
  useKeys(
    isOpen
      ? [
          { key: 'w', label: 'read the scale', run: () => void read() },
          ...(left === 0 ? [{ key: 's', label: 'seal the parcel', run: () => seal() }] : []),
        ]
      : [],
  );
  return (
    <Panel>
      <PanelTitle>
        Weighed and sealed{' '}
        <span>
          {parcel!.sealedAt ? `sealed ${parcel!.sealedAt.slice(0, 16).replace('T', ' ')} UTC` : ''}
        </span>
      </PanelTitle>
      <Stack $gap={10} style={{ marginTop: 10 }}>
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
        {scale && <Verdict finding={scale} />}
        {isOpen && (
          <>
            <form
              onSubmit={(e) => {
                e.preventDefault();
                weigh();
              }}
            >
              <Row style={{ alignItems: 'flex-end' }}>
                <Field
                  label="The scale says"
                  value={typed}
                  onChange={(v) => {
                    setTyped(v);
                    setBy('typed');
                  }}
                  width={130}
                  placeholder={unit === 'mm' ? 'g' : 'oz'}
                />
                <Button type="submit" isDisabled={!typed.trim() || action.isPending}>
                  Note it
                </Button>
                <Button keyName="w" onPress={() => void read()}>
                  Read the simulated scale
                </Button>
              </Row>
            </form>
            <Small>
              The simulated scale knows only what should be in the parcel: it cannot find a missing print.
              A real one can.
            </Small>
            {blind && <Verdict finding={blind} />}
            {left > 0 && (
              <MarkedText kind="none">
                {left === 1 ? 'One print is' : `${left} prints are`} still to be ticked going in, above.
              </MarkedText>
            )}
            <ErrorCallout error={action.error} onReason={(reason) => seal(reason)} />
            <Row>
              <Button main keyName="s" isDisabled={left > 0 || action.isPending} onPress={() => seal()}>
                Seal it
              </Button>
              <Button
                quiet
                isDisabled={action.isPending}
                onPress={() => void action.run('unpackParcel', { orderId: o.id })}
              >
                Unpack it again
              </Button>
            </Row>
          </>
        )}
        {o.state === 'sealed' && (
          <Row>
            <MarkedText kind="holds">
              Sealed. Name, order {o.number} and {weight(parcel!.scaleMg ?? parcel!.expectedMg)} are
              written on it.
            </MarkedText>
            <Button
              quiet
              isDisabled={action.isPending}
              onPress={() => void action.run('unpackParcel', { orderId: o.id })}
            >
              Open it again
            </Button>
          </Row>
        )}
      </Stack>
    </Panel>
  );
}
