/**
 * A member list as a product's export has it: a title above the headings, semicolons, addresses in odd case, names the
 * other way round, a state in words, dates with dots, an empty row, a role address, one person twice.
 */
export function messyList(own: { name: string; email: string }): string {
  const firsts = ['Ada', 'Bram', 'Cleo', 'Dov', 'Elsie', 'Finn', 'Greta', 'Hal', 'Isla', 'Jory', 'Kezia', 'Loic']
  const lasts = ['Marsh', 'Quill', 'Rowan']
  const rows = [[own.name, own.email, 'Planner', 'active', '12.06.2026', '']]
  for (const [at, last] of lasts.entries()) {
    for (const [number, first] of firsts.entries()) {
      const email = `${first}.${last}@alder.example`.toLowerCase()
      const isFirm = at === 2 && number < 6
      rows.push([
        number % 3 === 0 ? `${last}, ${first}` : `${first} ${last}`,
        number % 4 === 0 ? email.toUpperCase() : ` ${email} `,
        number % 5 === 0 ? 'LOOKER' : 'Planner',
        'Active',
        number % 2 === 0 ? '01.06.2026' : '',
        isFirm ? (number % 2 === 0 ? 'Reed Ropes' : 'Tansy Turf') : '',
      ])
    }
  }
  rows.push(['Ada M.', 'ada.marsh@alder.example', 'Planner', 'active', '', ''])
  const lines = rows.map((cells) => cells.map((cell) => (/[;,"]/.test(cell) ? `"${cell}"` : cell)).join(';'))
  lines.splice(9, 0, ';;;;;')
  return [
    'Members of Bed Plans, exported 16.06.2026',
    'Full name;E-Mail;Licence type;Status;Last active;Company',
    ...lines,
  ].join('\r\n')
}
