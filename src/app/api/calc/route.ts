import { CALCS } from '@/core/calc';

export function GET() {
  return Response.json({
    calcs: [...CALCS.values()].map(({ name, says, units, source, schema }) => ({
      name,
      says,
      units,
      source,
      schema,
    })),
  });
}
