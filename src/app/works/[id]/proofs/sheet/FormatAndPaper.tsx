import { INTENTS, type Intent } from '@/core/colour/intents';
import { KERNELS, type Kernel } from '@/core/printfile/resample';
import type { SheetKind } from '@/core/proof/sheetForm';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { KINDS, type SheetProps } from './sheetProps';
import type { ProofSheetForm } from './useProofSheetForm';

type Props = { form: ProofSheetForm } & Pick<
  SheetProps,
  'formats' | 'papers' | 'routes' | 'machines' | 'lots'
>;

const choices = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ key: id, name }));

/** Which size, of what kind, on what paper and by what way. */
export function FormatAndPaper({ form, formats, papers, routes, machines, lots }: Props) {
  const { route, typed, problems, type } = form;
  const lotsOfPaper = lots.filter((lot) => lot.paperId === form.paperId);
  return (
    <Fields>
      <Select label="Size" value={form.format.id} onChange={form.takeFormat} options={choices(formats)} />
      <Select<SheetKind>
        label="What kind"
        value={form.kind}
        onChange={form.choose('kind')}
        options={KINDS}
      />
      <Select
        label="Paper"
        value={form.paperId}
        onChange={form.choose('paperId')}
        options={choices(papers)}
      />
      <Select label="Route" value={route.id} onChange={form.takeRoute} options={choices(routes)} />
      {route.own && machines.length > 0 && (
        <Select
          label="Machine"
          value={form.machineId}
          onChange={form.choose('machineId')}
          options={choices(machines)}
        />
      )}
      {route.own && (
        <Select
          label="Lot"
          value={form.lotId}
          onChange={form.choose('lotId')}
          options={[{ key: '', name: 'the oldest with any left' }, ...choices(lotsOfPaper)]}
        />
      )}
      <Select<Intent>
        label="Intent"
        value={form.intent}
        onChange={form.choose('intent')}
        options={INTENTS.map((i) => ({ key: i, name: i }))}
      />
      <Field
        label="Pixels per inch of the sheet"
        value={typed.ppi}
        onChange={type('ppi')}
        wrong={problems.ppi ?? form.make.fieldError('ppi')}
      />
      <Select<Kernel>
        label="Resampling"
        value={form.kernel}
        onChange={form.choose('kernel')}
        options={KERNELS.map((k) => ({ key: k, name: k }))}
      />
      <Fields $columns="1fr 1fr">
        <Field
          label="Sharpening, %"
          value={typed.sharpen}
          onChange={type('sharpen')}
          wrong={problems.sharpen}
          hint="0 leaves it"
        />
        <Field
          label="its radius, px"
          value={typed.radius}
          onChange={type('radius')}
          wrong={problems.radius}
        />
      </Fields>
    </Fields>
  );
}
