// Reads { text, from, to } and answers [{ uid, summary, start, utc, minutes }, ...]: every lesson between two instants, as ical.js
// (a second, strict reader of RFC 5545) expands the file.
import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'

const ICAL = (await import(createRequire(new URL('../../../../web/package.json', import.meta.url)).resolve('ical.js'))).default
const { text, from, to } = JSON.parse(readFileSync(0, 'utf8'))
const calendar = new ICAL.Component(ICAL.parse(text))
for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(new ICAL.Timezone({ component: zone, tzid: zone.getFirstPropertyValue('tzid') }))
const found = []
for (const component of calendar.getAllSubcomponents('vevent')) {
  const event = new ICAL.Event(component)
  const minutes = event.duration.toSeconds() / 60
  const add = (time) => found.push({ uid: event.uid, summary: event.summary, start: time.toString(), utc: time.toUnixTime(), minutes })
  if (!event.isRecurring()) { add(event.startDate); continue }
  const times = event.iterator()
  for (let next = times.next(); next && next.toUnixTime() <= to; next = times.next()) add(next)
}
process.stdout.write(JSON.stringify(found.filter((one) => one.utc >= from && one.utc <= to).sort((a, b) => a.utc - b.utc)))
