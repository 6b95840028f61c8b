'use client';
import type { MachineModel } from '@/app/models';
import type { InkReport } from '@/studio/machines/machines';
import { Button } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { Small } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { useState } from 'react';
import { InkSheet } from './InkSheet';

export function InkLine({
  machine,
  ink: i,
  today,
}: {
  machine: MachineModel;
  ink: InkReport;
  today: string;
}) {
  const { money } = useUnits();
  const [doing, setDoing] = useState<'bought' | 'in' | 'out' | 'display' | null>(null);
  const r = (v: number) => Math.round(v * 10) / 10;
  const share = i.level ? i.level.share : 0,
    error = i.level ? i.level.error / i.full : 0;
  const late = i.forecast.orderIn === 0 && i.forecast.days !== null;
  return (
    <tr>
      <th scope="row">{i.colour}</th>
      <td style={{ whiteSpace: 'nowrap' }}>
        {i.level ? (
          <>
            <svg
              width="96"
              height="14"
              viewBox="0 0 96 14"
              aria-hidden="true"
              style={{ verticalAlign: '-2px', marginRight: 8 }}
            >
              <rect x="0.5" y="2.5" width="95" height="9" fill={t.white} stroke={t.ink3} />
              <rect x="1" y="3" width={94 * share} height="8" fill={t.ink2} />
              <path
                d={`M${1 + 94 * Math.max(0, share - error)} 1V13M${1 + 94 * Math.min(1, share + error)} 1V13`}
                stroke={t.care}
                strokeWidth="1.4"
              />
            </svg>
            <Working
              working={{
                title: `${i.colour} left`,
                steps: [
                  {
                    sum: 'what it held, less coverage × area printed and cleanings since',
                    result: `${r(i.level.ml)} ml`,
                  },
                  { sum: 'give or take', result: `${r(i.level.error)} ml` },
                ],
                notes: [
                  i.fit.spans
                    ? `Learned from ${i.fit.spans} ${i.fit.spans === 1 ? 'cartridge' : 'cartridges'}: ${i.fit.coverage.toFixed(2)} ml/m²${i.fit.coverageError ? ` ± ${i.fit.coverageError.toFixed(2)}` : ''}.`
                    : 'A first guess until a cartridge has run out.',
                ],
                source: 'ml = area × coverage, by least squares over cartridges that ran out.',
              }}
            >
              {r(i.level.ml)} ml ± {r(i.level.error)}
            </Working>
          </>
        ) : (
          <Small>none put in</Small>
        )}
      </td>
      <td className="n">{i.display ? `${Math.round(100 * i.display.share)} %` : ''}</td>
      <td className="n">{i.fit.coverage.toFixed(2)}</td>
      <td className="n">{money(i.perM2Minor)}</td>
      <td className="n">{i.spare}</td>
      <td>
        {i.forecast.days === null ? (
          <Small>not used lately</Small>
        ) : (
          <MarkedText kind={late ? 'fails' : 'holds'}>
            {daysLeft(i)}
            {late ? ': order now' : `, order in ${i.forecast.orderIn}`}
          </MarkedText>
        )}
      </td>
      <td>
        <Button quiet onPress={() => setDoing('in')} aria-label={`Note ${i.colour}`}>
          Note
        </Button>
        {doing && (
          <InkSheet
            machine={machine}
            ink={i}
            first={doing}
            today={today}
            onClose={() => setDoing(null)}
          />
        )}
      </td>
    </tr>
  );
}

/** How long an ink lasts, as surely as its level is known: one figure only where it is known, "any day" where it may be out. */
function lastsSo({ days, earliest }: { days: number; earliest: number }): string {
  if (earliest === 0) return days === 0 ? 'any day now' : `any day, at most ${days} days`;
  return earliest === days ? `${days} days` : `${earliest} to ${days} days`;
}

/** How long the cartridge in the machine lasts, and how long with what lies on the shelf. */
function daysLeft({ forecast: { inPlace, days, earliest }, spare }: InkReport): string {
  if (!inPlace || days === null || earliest === null) return '';
  if (spare === 0) return lastsSo(inPlace);
  return `this one ${lastsSo(inPlace)}; with ${spare === 1 ? 'the spare' : `${spare} spares`} ${lastsSo({ days, earliest })}`;
}
