import { redirect } from 'next/navigation';

export default async function WorkPage({ params }: { params: Promise<{ id: string }> }) {
  redirect(`/works/${(await params).id}/sizes`);
}
