import { ActionSheet } from '@/app/ActionSheet';
import { OPENING_KINDS } from '@/core/parcel/passage';

export function OpeningSheet({ orderId, onClose }: { orderId: string; onClose: () => void }) {
  return (
    <ActionSheet
      act="saveOpening"
      title="An opening it must pass"
      label="It is measured"
      about={`opening ${orderId}`}
      asks={[
        {
          kind: 'text',
          name: 'name',
          label: 'What it is',
          required: true,
          autoFocus: true,
          hint: 'the door of the van',
        },
        {
          kind: 'choice',
          name: 'kind',
          label: 'Kind',
          options: OPENING_KINDS.map((each) => ({ key: each, name: each })),
        },
        { kind: 'length', name: 'width', label: 'Clear width', required: true },
        { kind: 'length', name: 'height', label: 'Clear height', required: true },
        { kind: 'length', name: 'length', label: 'Length behind it', hint: 'load length, landing' },
        {
          kind: 'choice',
          name: 'whose',
          label: 'At which end',
          options: [
            { key: 'ours', name: 'ours' },
            { key: 'theirs', name: 'the buyer’s' },
          ],
        },
        { kind: 'tick', name: 'mayTilt', label: 'The box may be tilted in it' },
      ]}
      first={{
        name: '',
        kind: 'door',
        width: null as number | string | null,
        height: null as number | string | null,
        length: null as number | string | null,
        whose: 'ours',
        mayTilt: false,
      }}
      input={({ name, kind, width, height, length, whose, mayTilt }) => ({
        id: null,
        name,
        kind: kind as (typeof OPENING_KINDS)[number],
        width: width ?? '',
        height: height ?? '',
        length: length ?? '',
        mayTilt,
        orderId: whose === 'theirs' ? orderId : null,
        place: 0,
      })}
      onClose={onClose}
    />
  );
}
