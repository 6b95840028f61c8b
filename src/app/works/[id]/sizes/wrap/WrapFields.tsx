'use client';
import { WRAP_EDGES, type WrapEdge } from '@/core/mounting/wrap';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import type { WrapDesk } from './useWrapDesk';

export const KEYS = [
  'depth',
  'foldOver',
  'barWidth',
  'maxUnbraced',
  'stockLength',
  'kerf',
  'gap',
] as const;
const NAMES: Record<(typeof KEYS)[number], string> = {
  depth: 'Depth of the bars',
  foldOver: 'Fold-over',
  barWidth: 'Width of the bars',
  maxUnbraced: 'Brace a side over',
  stockLength: 'Stock length',
  kerf: 'Kerf of the saw',
  gap: 'Gap between panels',
};
const LISTS = [
  { key: 'otherLengths', label: 'Other lengths sold', hint: 'one after the other, with ; between' },
  { key: 'offcuts', label: 'Offcuts on hand', hint: 'each once; sawn before anything is bought' },
] as const;
const EDGES: Record<WrapEdge, string> = {
  mirrored: 'mirrored from the picture',
  'carried over': 'the picture carried over',
  plain: 'plain colour',
};

/** Bars, folds, edges, coats and panels. */
export function WrapFields({ desk }: { desk: WrapDesk }) {
  const { action, lengths, counts } = desk;
  return (
    <Fields $columns="1fr 1fr">
      <Select<WrapEdge>
        label="Edges"
        value={desk.edge}
        onChange={desk.setEdge}
        options={WRAP_EDGES.map((key) => ({ key, name: EDGES[key] }))}
      />
      {KEYS.filter((k) => k !== 'gap').map((k) => (
        <Field
          key={k}
          label={NAMES[k]}
          value={lengths.typed[k]}
          onChange={lengths.type(k)}
          wrong={action.fieldError(k)}
        />
      ))}
      {LISTS.map(({ key, label, hint }) => (
        <Field
          key={key}
          label={label}
          value={desk.list(key)}
          onChange={desk.setList(key)}
          wrong={desk.listWrong(key)}
          hint={hint}
        />
      ))}
      <Field
        label="Coats"
        value={counts.coats}
        onChange={desk.setCount('coats')}
        wrong={action.fieldError('coats')}
      />
      <Field
        label="A coat takes, ml/m²"
        value={counts.mlPerM2}
        onChange={desk.setCount('mlPerM2')}
        wrong={action.fieldError('mlPerM2')}
      />
      <Field
        label="Panels across"
        value={counts.columns}
        onChange={desk.setCount('columns')}
        wrong={action.fieldError('columns')}
      />
      <Field
        label="Panels down"
        value={counts.rows}
        onChange={desk.setCount('rows')}
        wrong={action.fieldError('rows')}
      />
      {desk.hasPanels && (
        <>
          <Field
            label={NAMES.gap}
            value={lengths.typed.gap}
            onChange={lengths.type('gap')}
            wrong={action.fieldError('gap')}
          />
          <Select<'left out' | 'bridged'>
            label="Behind the gap"
            value={desk.across}
            onChange={desk.setAcross}
            options={[
              { key: 'left out', name: 'the picture goes on, unseen' },
              { key: 'bridged', name: 'nothing: the parts are pulled apart' },
            ]}
          />
        </>
      )}
    </Fields>
  );
}
