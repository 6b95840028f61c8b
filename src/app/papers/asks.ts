import { SUPPLY_KINDS } from '@/core/parcel/pack';
import { ROUTE_KINDS } from '@/core/route/kinds';
import { BRIGHTENERS, PAPER_BASES, PAPER_SURFACES } from '@/core/stock/paperWords';
import type { Ask } from '@/ui/form/fields';

export const PAPER_ASKS: readonly Ask[] = [
  { kind: 'text', name: 'name', label: 'Name', required: true },
  {
    kind: 'choice',
    name: 'base',
    label: 'Base',
    options: PAPER_BASES,
  },
  {
    kind: 'choice',
    name: 'surface',
    label: 'Surface',
    options: PAPER_SURFACES,
  },
  { kind: 'whole', name: 'gsm', label: 'Weight, g/m²', required: true },
  { kind: 'thickness', name: 'thickness', label: 'Thickness', hint: '0.48 mm', required: true },
  { kind: 'choice', name: 'brightener', label: 'Brightener', options: BRIGHTENERS },
  { kind: 'whole', name: 'dryHours', label: 'Drying before it is judged, hours', required: true },
  { kind: 'money', name: 'pricePerM2', label: 'Price of a square metre', required: true },
  { kind: 'text', name: 'sizes', label: 'Sizes held', hint: 'A2 sheets, 610 mm roll' },
  {
    kind: 'text',
    name: 'permanence',
    label: 'Permanence, and who claims it',
    hint: 'with its test condition; never printed bare',
  },
  { kind: 'tick', name: 'mayRoll', label: 'May be rolled' },
  { kind: 'tick', name: 'scuffs', label: 'Scuffs: interleave, gloves, no stacking' },
  { kind: 'prose', name: 'notes', label: 'Notes', hint: 'printable side, the setting that worked' },
];

export const ROUTE_ASKS: readonly Ask[] = [
  { kind: 'text', name: 'name', label: 'Name', required: true },
  {
    kind: 'choice',
    name: 'kind',
    label: 'Kind',
    options: ROUTE_KINDS,
  },
  { kind: 'text', name: 'process', label: 'Process', hint: 'pigment inkjet (giclée)' },
  { kind: 'whole', name: 'leadDays', label: 'Days it takes', required: true },
  {
    kind: 'text',
    name: 'ppi',
    label: 'Pixels per inch it asks',
    hint: '300, or 300 to 500 mm, 200 above',
  },
  { kind: 'text', name: 'space', label: 'Colour space', hint: 'opRGB' },
  { kind: 'text', name: 'fileKinds', label: 'File kinds', hint: 'TIFF 8 or 16 bit' },
  {
    kind: 'money',
    name: 'pricePerM2',
    label: 'Price of a square metre',
    required: true,
    hint: 'for an own printer: ink and wear',
  },
  { kind: 'money', name: 'minimum', label: 'Least for one print', required: true },
  { kind: 'tick', name: 'addsBorder', label: 'Adds a white border on the sheet' },
  { kind: 'tick', name: 'givesProofs', label: 'Gives proofs' },
  { kind: 'prose', name: 'notes', label: 'Notes' },
];

export const SUPPLY_ASKS: readonly Ask[] = [
  { kind: 'text', name: 'name', label: 'Name', required: true },
  {
    kind: 'choice',
    name: 'kind',
    label: 'Kind',
    options: SUPPLY_KINDS,
  },
  {
    kind: 'size',
    name: 'size',
    label: 'Size',
    hint: 'inside; a tube: diameter x length; a mat: outside',
  },
  {
    kind: 'size',
    name: 'window',
    label: 'Window, of a mat cut beforehand',
    hint: 'empty for everything else',
  },
  { kind: 'weight', name: 'weight', label: 'Weight of one', hint: '96 g', required: true },
  {
    kind: 'thickness',
    name: 'thickness',
    label: 'Thickness of one',
    hint: 'empty: as is usual; a box: its inside depth',
  },
  { kind: 'whole', name: 'packOf', label: 'In packs of', hint: 'empty: singly' },
  {
    kind: 'choice',
    name: 'acidFree',
    label: 'Acid-free?',
    options: ['not said', 'yes', 'no'],
    hint: 'what touches a print can yellow it',
  },
  { kind: 'whole', name: 'onHand', label: 'On hand', required: true },
  { kind: 'whole', name: 'reorderAt', label: 'Order more at', required: true },
  { kind: 'money', name: 'price', label: 'Price of one', required: true },
];

export const SERVICE_ASKS: readonly Ask[] = [
  { kind: 'text', name: 'carrier', label: 'Carrier', required: true },
  { kind: 'text', name: 'name', label: 'Service', required: true },
  { kind: 'money', name: 'price', label: 'Price', required: true },
  { kind: 'day', name: 'readOn', label: 'Price read on', required: true },
  { kind: 'whole', name: 'days', label: 'Days it takes', required: true },
  { kind: 'money', name: 'insured', label: 'Insured up to', required: true },
  { kind: 'length', name: 'maxLength', label: 'Longest side', required: true },
  { kind: 'weight', name: 'maxWeight', label: 'Heaviest', hint: '2 kg', required: true },
  { kind: 'tick', name: 'tracked', label: 'Tracked' },
];
