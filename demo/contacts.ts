/** Whom the yard calls from outside. Names are made up, numbers are of those kept for stories. */
export const CONTACTS = [
  {
    name: 'Harbour fire brigade',
    what: 'Volunteers, three minutes away',
    phone: '902 555 0142',
    email: null,
    called: true,
  },
  {
    name: 'Night porter',
    what: 'Gatehouse, keys and hydrant',
    phone: '902 555 0117',
    email: null,
    called: true,
  },
  {
    name: 'Lantern Quay Estates',
    what: 'Owner of the buildings',
    phone: null,
    email: 'estates@lantern-quay.example',
    called: false,
  },
]
