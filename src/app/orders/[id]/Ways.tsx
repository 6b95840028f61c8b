'use client';
import { ScrollArea, Small, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

/** Flat, rolled or boxed, each with what it takes from the shelf, what the post asks, and what can happen to it. */
export function Ways({ table: { ways, plan } }: { table: PackingModel }) {
  const { money } = useUnits();
  return (
    <ScrollArea aria-label="How it could be packed">
      <Table aria-label="How it could be packed" $tight>
        <thead>
          <tr>
            <th>Form</th>
            <th className="n">Material</th>
            <th className="n">Postage</th>
            <th>What can happen</th>
          </tr>
        </thead>
        <tbody>
          {ways.map((way) => (
            <tr key={way.form} data-lit={way.form === plan?.form || undefined}>
              <th scope="row">{way.form}</th>
              {way.possible ? (
                <>
                  <td className="n">{money(way.materialMinor ?? 0)}</td>
                  <td className="n">
                    {way.postageMinor === null ? 'no service' : money(way.postageMinor)}
                    <br />
                    <Small>{way.service ?? ''}</Small>
                  </td>
                  <td>
                    <Small>{way.risk}</Small>
                  </td>
                </>
              ) : (
                <td colSpan={3}>
                  <MarkedText kind="none">
                    <Small>{way.says}</Small>
                  </MarkedText>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}
