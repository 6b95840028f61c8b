'use client';
import { useRouter } from 'next/navigation';
import type { WorkModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { PageForm } from '@/app/PageForm';
import { useActionForm } from '@/app/useActionForm';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Fields } from '@/ui/Field';
import { AskField, type Ask } from '@/ui/form/fields';
import type { Figure } from '@/ui/form/figures';
import { FaultsOf } from '@/ui/form/FormParts';
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

type Input = ActionInput<'recordWork'>;
type Values = Omit<Input, 'id' | 'size' | 'year' | 'soldPrice' | 'drySince'> & {
  size: Figure | string | null;
  year: number | string | null;
  soldPrice: Figure | string | null;
  drySince: string;
};

/** What is asked of an original, in the order a person looks at it. */
function asksIn(unit: 'mm' | 'in', currency: string): readonly Ask[] {
  const sizeHint = unit === 'mm' ? '380 x 285 mm' : '15 x 11 1/4 in';
  return [
    { kind: 'text', name: 'title', label: 'Title', required: true },
    { kind: 'choice', name: 'kind', label: 'Kind', options: KINDS },
    { kind: 'text', name: 'medium', label: 'Medium', hint: 'gouache on board, ink and wash, …' },
    {
      kind: 'size',
      name: 'size',
      label: 'Size of the original',
      hint: `${sizeHint}; empty if it has none`,
    },
    { kind: 'whole', name: 'year', label: 'Year' },
    { kind: 'text', name: 'series', label: 'Series', hint: 'the works it was made with' },
    { kind: 'text', name: 'owner', label: 'Kept by', hint: 'who has the original now' },
    { kind: 'money', name: 'soldPrice', label: `Sold for, ${currency}` },
    { kind: 'day', name: 'drySince', label: 'Dry since' },
    { kind: 'text', name: 'varnish', label: 'Varnish' },
    {
      kind: 'text',
      name: 'surface',
      label: 'Surface',
      hint: 'texture, thickness, what may touch it',
    },
    {
      kind: 'choice',
      name: 'mayPrint',
      label: 'May it be printed?',
      options: ['yes', 'not yet', 'no'],
      hint: 'A commission stays “not yet” until its owner agrees',
    },
    {
      kind: 'choice',
      name: 'signature',
      label: 'A signature in the picture?',
      options: SIGNATURES,
      hint: 'removed, a print is no facsimile',
    },
  ];
}
const SMEARS: Ask = {
  kind: 'tick',
  name: 'smears',
  label: 'The surface can smear (pastel, charcoal, chalk): never face down on glass',
};
const WORDS: readonly Ask[] = [
  {
    kind: 'prose',
    name: 'rights',
    label: 'Rights',
    hint: 'whose reference, whose likeness, is it a commission',
  },
  { kind: 'prose', name: 'notes', label: 'Notes' },
];

const valuesOf = (work: WorkModel | null): Values => ({
  title: work?.title ?? '',
  year: work?.year ?? null,
  medium: work?.medium ?? '',
  kind: work?.kind ?? 'painting',
  size: work?.widthUm && work.heightUm ? { width: work.widthUm, height: work.heightUm } : null,
  owner: work?.owner ?? '',
  soldPrice: work?.soldPriceMinor ?? null,
  drySince: work?.drySince ?? '',
  varnish: work?.varnish ?? '',
  surface: work?.surface ?? '',
  smears: work?.smears ?? false,
  mayPrint: work?.mayPrint ?? 'yes',
  rights: work?.rights ?? '',
  signature: work?.signature ?? 'not said',
  series: work?.series ?? '',
  notes: work?.notes ?? '',
});

/** The facts of an original. */
export function WorkForm({ work, onKept }: { work: WorkModel | null; onKept?: () => void }) {
  const router = useRouter();
  const { unit, currency } = useUnits();
  const asks = asksIn(unit, currency);
  const all = [...asks, SMEARS, ...WORDS];
  const { form, error, isPending, draft, submit } = useActionForm({
    act: 'recordWork',
    asks: all,
    first: valuesOf(work),
    about: work?.id ?? 'new',
    input: ({ year, drySince, ...rest }) =>
      ({
        ...(work && { id: work.id }),
        ...rest,
        year: year === '' ? null : year,
        drySince: drySince || null,
        // What is no figure is named by the schema that checks it.
      }) as Input,
    onDone: (done) => {
      if (!work) router.push(`/works/${done.id}/original`);
      onKept?.();
    },
  });
  const archiving = useAction();
  const archive = (kept: WorkModel) =>
    void archiving.run('archiveWork', { id: kept.id, archived: !kept.archivedAt });
  return (
    <PageForm {...{ form, draft, submit }}>
      <Stack>
        <Fields>
          {asks.map((ask) => (
            <AskField key={ask.name} ask={ask} />
          ))}
        </Fields>
        <AskField ask={SMEARS} />
        <Fields $columns="1fr 1fr">
          {WORDS.map((ask) => (
            <AskField key={ask.name} ask={ask} />
          ))}
        </Fields>
        <FaultsOf asks={all} />
        <ErrorCallout error={error} fields={all.map(({ name }) => name)} />
        <ErrorCallout error={archiving.error} />
        <Row>
          <Button main type="submit" isDisabled={isPending}>
            {work ? 'Keep these facts' : 'Record the work'}
          </Button>
          {work && (
            <Button onPress={() => archive(work)}>
              {work.archivedAt ? 'Bring it back' : 'Put it away'}
            </Button>
          )}
        </Row>
      </Stack>
    </PageForm>
  );
}
