'use client';
import type { WorkModel } from '@/app/models';
import { wholeOrTyped } from '@/core/measure';
import { useRouter } from 'next/navigation';
import { useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';

const KINDS = [
  'painting',
  'drawing',
  'photograph on film',
  'digital photograph',
  'born digital',
] as const;
const SIGNATURES = ['not said', 'none in the picture', 'stays in prints', 'to be removed'] as const;
const FIELDS = [
  'title',
  'year',
  'medium',
  'size',
  'owner',
  'soldPrice',
  'drySince',
  'varnish',
  'surface',
  'rights',
  'notes',
] as const;

/** The facts of an original. */
export function WorkForm({ work }: { work: WorkModel | null }) {
  const router = useRouter();
  const { unit, size, bareMoney, currency, withUnit } = useUnits();
  const action = useAction();
  const firstSize =
    work?.widthUm && work.heightUm ? size({ width: work.widthUm, height: work.heightUm }) : '';
  const [sizeShown] = useState(firstSize);
  const [f, setF] = useState({
    title: work?.title ?? '',
    year: work?.year ? String(work.year) : '',
    medium: work?.medium ?? '',
    kind: work?.kind ?? ('painting' as const),
    size: firstSize,
    owner: work?.owner ?? '',
    soldPrice: work?.soldPriceMinor ? bareMoney(work.soldPriceMinor) : '',
    drySince: work?.drySince ?? '',
    varnish: work?.varnish ?? '',
    surface: work?.surface ?? '',
    smears: work?.smears ?? false,
    mayPrint: work?.mayPrint ?? ('yes' as const),
    rights: work?.rights ?? '',
    signature: work?.signature ?? ('not said' as const),
    notes: work?.notes ?? '',
  });
  const set =
    <K extends keyof typeof f>(key: K) =>
    (value: (typeof f)[K]) =>
      setF((was) => ({ ...was, [key]: value }));
  const save = async () => {
    // A size nobody touched keeps its micrometres, whichever unit it is read in.
    const exactSize =
      f.size === sizeShown && work?.widthUm
        ? { width: work.widthUm, height: work.heightUm! }
        : withUnit(f.size);
    const done = await action.run('recordWork', {
      ...(work && { id: work.id }),
      ...f,
      size: exactSize,
      year: f.year.trim() ? wholeOrTyped(f.year) : null,
      drySince: f.drySince || null,
    });
    if (done && !work) router.push(`/works/${done.id}/original`);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Stack>
        <Fields>
          <Field
            label="Title"
            value={f.title}
            onChange={set('title')}
            required
            wrong={action.fieldError('title')}
          />
          <Select
            label="Kind"
            value={f.kind}
            onChange={set('kind')}
            options={KINDS.map((k) => ({ key: k, name: k }))}
          />
          <Field
            label="Medium"
            value={f.medium}
            onChange={set('medium')}
            hint="gouache on board, ink and wash, …"
            wrong={action.fieldError('medium')}
          />
          <Field
            label="Size of the original"
            value={f.size}
            onChange={set('size')}
            hint={
              unit === 'mm'
                ? '380 x 285 mm; empty if it has none'
                : '15 x 11 1/4 in; empty if it has none'
            }
            wrong={action.fieldError('size')}
          />
          <Field label="Year" value={f.year} onChange={set('year')} wrong={action.fieldError('year')} />
          <Field
            label="Kept by"
            value={f.owner}
            onChange={set('owner')}
            hint="who has the original now"
          />
          <Field
            label={`Sold for, ${currency}`}
            value={f.soldPrice}
            onChange={set('soldPrice')}
            wrong={action.fieldError('soldPrice')}
          />
          <Field
            label="Dry since"
            value={f.drySince}
            onChange={set('drySince')}
            type="date"
            wrong={action.fieldError('drySince')}
          />
          <Field label="Varnish" value={f.varnish} onChange={set('varnish')} />
          <Field
            label="Surface"
            value={f.surface}
            onChange={set('surface')}
            hint="texture, thickness, what may touch it"
          />
          <Select
            label="May it be printed?"
            value={f.mayPrint}
            onChange={set('mayPrint')}
            options={[
              { key: 'yes', name: 'yes' },
              { key: 'not yet', name: 'not yet' },
              { key: 'no', name: 'no' },
            ]}
            hint="A commission stays “not yet” until its owner agrees"
          />
          <Select
            label="A signature in the picture?"
            value={f.signature}
            onChange={set('signature')}
            options={SIGNATURES.map((s) => ({ key: s, name: s }))}
            hint="removed, a print is no facsimile"
          />
        </Fields>
        <Check checked={f.smears} onChange={set('smears')}>
          The surface can smear (pastel, charcoal, chalk): never face down on glass
        </Check>
        <Fields $columns="1fr 1fr">
          <Field
            label="Rights"
            value={f.rights}
            onChange={set('rights')}
            lines={2}
            hint="whose reference, whose likeness, is it a commission"
          />
          <Field label="Notes" value={f.notes} onChange={set('notes')} lines={2} />
        </Fields>
        <ErrorCallout error={action.error} fields={FIELDS} />
        <Row>
          <Button main type="submit" isDisabled={action.isPending}>
            {work ? 'Keep these facts' : 'Record the work'}
          </Button>
          {work && (
            <Button
              onPress={() => void action.run('archiveWork', { id: work.id, archived: !work.archivedAt })}
            >
              {work.archivedAt ? 'Bring it back' : 'Put it away'}
            </Button>
          )}
        </Row>
      </Stack>
    </form>
  );
}
