'use client';
import type { LotModel } from '@/app/models';
import type { HeldModel } from './paperProps';
import { shelfStanding } from '@/core/stock/shelf';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { ScrollArea, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { StockChart } from './StockChart';

export function HeldPart({
  held: h,
  today,
  name,
  shown,
  onDo,
}: {
  held: HeldModel;
  today: string;
  name: string;
  shown: (form: 'sheet' | 'roll', v: number) => string;
  onDo: (lot: LotModel, what: 'count' | 'spoil' | 'cut') => void;
}) {
  const { length, size, money, date, run } = useUnits();
  const f = h.forecast,
    free = h.onHand - f.promised;
  const late = f.reorderOn !== null && f.reorderOn <= today;
  const standing = shelfStanding({ onHand: h.onHand, ...f }, today);
  return (
    <section>
      <p>
        <strong>
          {h.form === 'roll' ? `${length(h.width)} roll` : size({ width: h.width, height: h.height! })}
        </strong>
        , {shown(h.form, h.onHand)} on hand
        {f.promised > 0 &&
          `, ${shown(h.form, f.promised)} of it promised to the queue and to open orders`}
      </p>
      <StockChart held={h} today={today} name={name} />
      <MarkedText kind={standing.mark}>
        {f.perDay > 0 ? (
          <Working
            working={{
              title: 'reorder day',
              steps: [
                {
                  sum: 'left in the last 90 days, a day',
                  result: h.form === 'roll' ? run(Math.round(f.perDay)) : `${f.perDay.toFixed(2)} sheets`,
                },
                { sum: 'use during delivery + 1.65 × its spread', result: shown(h.form, f.reorderPoint) },
                { sum: `${shown(h.form, free)} free, falling to that`, result: date(f.reorderOn) },
              ],
              notes: ['What the print queue and open orders want is counted as gone.'],
              source: 'Reorder point = expected use during delivery + safety.',
            }}
          >
            {late
              ? `Order now: ${shown(h.form, free)} free, ordered at ${shown(h.form, f.reorderPoint)}`
              : `Order by ${date(f.reorderOn)}; empty about ${date(f.emptyOn)}`}
          </Working>
        ) : late ? (
          'The queue wants more than there is: order now'
        ) : (
          'Not used lately: nothing to order'
        )}
      </MarkedText>
      <ScrollArea>
        <Table aria-label={`Lots of ${h.form === 'roll' ? 'roll' : 'sheets'}`} $middle>
          <thead>
            <tr>
              <th>Lot</th>
              <th>Came</th>
              <th className="n">Left</th>
              <th className="n">{h.form === 'roll' ? 'A metre' : 'A sheet'}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {h.lots.map((l) => (
              <tr key={l.id}>
                <th scope="row">{l.name}</th>
                <td>{date(l.receivedOn)}</td>
                <td className="n">{shown(h.form, l.onHand)}</td>
                <td className="n">
                  {money(
                    Math.round((l.priceMinor * (h.form === 'roll' ? 1e6 : 1)) / Math.max(1, l.received)),
                  )}
                </td>
                <td>
                  <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
                    <Button quiet onPress={() => onDo(l, 'count')} aria-label={`Count ${l.name}`}>
                      Count
                    </Button>
                    {l.onHand > 0 && (
                      <Button
                        quiet
                        onPress={() => onDo(l, 'spoil')}
                        aria-label={`Spoil some of ${l.name}`}
                      >
                        Spoil
                      </Button>
                    )}
                    {l.onHand > 0 && l.form === 'sheet' && (
                      <Button quiet onPress={() => onDo(l, 'cut')} aria-label={`Cut ${l.name}`}>
                        Cut
                      </Button>
                    )}
                  </Row>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </ScrollArea>
    </section>
  );
}
