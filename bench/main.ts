// npm run bench [-- NAME]: measures the product beside a peer in the same run.
export const benches: Record<string, () => Promise<{ run: () => Promise<void> }>> = {
  intake: () => import('./intake'),
  lists: () => import('./lists'),
  mail: () => import('./mail'),
  miles: () => import('./miles'),
  office: () => import('./office'),
  pages: () => import('./pages'),
  places: () => import('./places'),
  quotes: () => import('./quotes'),
  rates: () => import('./rates/main'),
  search: () => import('./search/main'),
  vetting: () => import('./vetting'),
  waiting: () => import('./waiting'),
  x12: () => import('./x12'),
}

const chosen = process.argv[2]
if (chosen !== undefined && !Object.hasOwn(benches, chosen)) {
  console.error(`There is no bench ${chosen}. There are: ${Object.keys(benches).join(', ')}`)
  process.exit(2)
}
for (const each of chosen ? [chosen] : Object.keys(benches)) {
  console.log(`\n# ${each}`)
  await (await benches[each]!()).run()
}
process.exit(0)
