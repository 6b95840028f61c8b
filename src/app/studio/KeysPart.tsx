'use client';
import { useKeyMode, type KeyMode } from '@/ui/Keys';
import { Select } from '@/ui/Choices';
import { PanelTitle, Small, Stack } from '@/ui/Layout';

const MODES: { key: KeyMode; name: string }[] = [
  { key: 'alone', name: 'work by themselves' },
  { key: 'alt', name: 'work with Alt held' },
  { key: 'off', name: 'are off' },
];

/** Whether single keys do something: who speaks to the machine, or whose hands shake, would do it unawares. */
export function KeysPart() {
  const [mode, setMode] = useKeyMode();
  return (
    <section>
      <PanelTitle>Keys</PanelTitle>
      <Stack $gap={8} style={{ paddingTop: 8 }}>
        <Select label="Single keys" value={mode} onChange={setMode} options={MODES} />
        <Small>Kept in this browser. They rest while a sheet is open or something is written.</Small>
      </Stack>
    </section>
  );
}
