const day = (iso: string) => new Date(`${iso}T12:00:00`)

/** "9 March" for 2026-03-09. */
export const shortDate = (iso: string): string => day(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })

/** "Monday 9 March 2026". */
export const longDate = (iso: string): string => day(iso).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
