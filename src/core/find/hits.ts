/** One thing found: where it is, what it is called, and a few words more. */
export type Hit = { id: string; href: string; name: string; note: string };
/** Things of one kind, the likeliest first. */
export type HitGroup = { title: string; hits: Hit[] };
