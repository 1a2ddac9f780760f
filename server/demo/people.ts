/** The people of the demo scenario. Their passwords are no secret, and only exist in demo mode. */
export const demoPeople = [
  { name: 'Ines Fairlie', email: 'ines@marram.example', password: 'keeps-the-shelf', role: 'maintainer' },
  { name: 'Tobias Renn', email: 'tobias@marram.example', password: 'mends-the-parts', role: 'contributor' },
  { name: 'Odile Marsh', email: 'odile@marram.example', password: 'reads-the-labels', role: 'reader' },
] as const
