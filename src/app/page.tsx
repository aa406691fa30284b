import { redirect } from 'next/navigation'
import { repository } from '../server/open-repository.ts'

export const dynamic = 'force-dynamic'

/** Opens the site worked on last: the first screen shows pages. Without a site, the place to bring one in. */
export default async function Home() {
  const { sites } = await (await repository()).sites()
  redirect(sites[0] ? `/site/${sites[0].id}` : '/sites')
}
