// npm run verify: reads everything that is kept, also while the application runs, and tells what does not hold. Ends with 1 where something does not.
import { existsSync } from 'node:fs'
import { verify } from '#server/backup/verify'
import { databasePath, openAgain } from '#server/db.server'

const folder = process.env.OX_DATA ?? '.demo'
process.env.OX_DATA = folder
const path = databasePath(folder)
if (!existsSync(path)) {
  console.error(`There is no database at ${path}. Name its folder: OX_DATA=… npm run verify`)
  process.exit(1)
}
const db = openAgain(path)
const problems = verify(db, folder, path)
db.$client.close()
for (const problem of problems) console.error(problem)
console.log(problems.length === 0 ? 'Everything holds.' : `${problems.length} do not hold.`)
process.exit(problems.length === 0 ? 0 : 1)
