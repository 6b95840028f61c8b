import { answer } from '@/app/respond';
import { studio } from '@/app/server';
import { findColumns } from '@/store/rows';

/** Everybody in the address book, for a field that finds one of them by typing. */
export async function GET() {
  return answer(async () => {
    const people = await findColumns((await studio()).db, 'buyers', ['id', 'name'], { removedAt: null });
    return people.sort((a, b) => a.name.localeCompare(b.name));
  });
}
