import { notFound, redirect } from 'next/navigation';
import { benchOf } from '../../../../../services/overview';
import { signedIn } from '../../../signed-in';

/** Leads to where something is worked on, of which only the id is known: what is asked for there comes along. */
export default async function OpenPage({
  params,
  searchParams,
}: {
  params: Promise<{ id: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}): Promise<never> {
  const { installation } = await signedIn();
  const bench = await benchOf(installation, (await params).id);
  if (bench === undefined) notFound();
  const asked = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([key, value]): [string, string][] =>
      typeof value === 'string' ? [[key, value]] : [],
    ),
  );
  redirect(asked.size > 0 ? `${bench}${bench.includes('?') ? '&' : '?'}${asked.toString()}` : bench);
}
