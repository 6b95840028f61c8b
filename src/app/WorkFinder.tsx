import type { WorkPick } from '@/studio/works/workPicks';
import { Finder } from '@/ui/Choices';
import { useAskedChoices } from './useAskedChoices';

const idOf = ({ id }: WorkPick): string => id;

/** Works to pick from, asked of the studio as somebody types. */
export const useWorkPicks = (first: readonly WorkPick[]) =>
  useAskedChoices('/api/works/find', first, idOf);

/** One work of all there are, or none. */
export function WorkFinder({
  label,
  value,
  works,
  none,
  onChange,
  width,
}: {
  label: string;
  /** Empty: none. */
  value: string;
  works: readonly WorkPick[];
  /** What none is called. */
  none: string;
  onChange: (workId: string) => void;
  width?: number;
}) {
  const { choices, search } = useWorkPicks(works);
  return (
    <Finder
      {...{ label, value, onChange }}
      {...(width !== undefined && { width })}
      onSearch={search}
      options={[{ key: '', name: none }, ...choices.map(({ id, title }) => ({ key: id, name: title }))]}
    />
  );
}
