import type { BookPlace } from '@lodge/core'

const location = (text: string): BookPlace => {
  const walled = text.startsWith('#')
  const name = text.replace('#', '')
  return walled ? { name, kind: 'location', walled } : { name, kind: 'location' }
}

function client(code: string, name: string, sites: Record<string, string>, walled = false): BookPlace {
  const places = Object.entries(sites).map(([site, locations], at) => ({
    name: site,
    kind: 'site',
    reference: `${code}-${String(at + 1).padStart(2, '0')}`,
    places: locations.split(', ').map(location),
  }))
  return { name, kind: 'client', reference: code, ...(walled ? { walled } : {}), places }
}

/** Twelve clients, their sites and locations; a location marked # is walled. */
export const places: BookPlace[] = [
  client('PEL', 'Pellworth Hospital Trust', {
    'Pellworth Main': 'Healing garden, #Helipad roof, Chapel court, Staff terrace, Plant room',
    'Pellworth Lane Clinic': 'Roof, Entrance court, Atrium',
    'Pellworth Hospice': 'Walled garden, Terrace, Glass corridor',
    'Pellworth Laundry': 'Green roof, Plant room',
  }),
  client('COR', 'Corvane Hotels', {
    'Corvane Harbour': 'Roof terrace, Atrium, North wall, Bar court, Plant room',
    'Corvane Hill': 'Roof, Courtyard, Spa garden, Kitchen beds',
    'Corvane Station': 'Roof terrace, Light well, Arcade',
    'Corvane Lakeside': 'Boathouse roof, Lawn terrace, Winter garden, Jetty planters',
  }),
  client('BRI', 'Brindle Schools', {
    'Brindle Infants': 'Play roof, Bean court, Sensory garden',
    'Brindle Juniors': 'Roof, Pond court, Herb beds',
    'Brindle Upper': 'Science roof, Courtyard, Library terrace',
    'Brindle Girls': 'Roof, Cloister, Orchard court',
    'Brindle Boys': 'Roof, Quad, Climbing wall',
    'Brindle Night School': 'Roof terrace, Stair court',
  }),
  client('QUI', 'Quillon Wharf Owners', {
    'Quillon North Block': 'Roof, Podium garden, Balconies',
    'Quillon South Block': 'Roof, Podium garden, Balconies, Bicycle roof',
    'Quillon Dock House': 'Roof terrace, Courtyard, Quay planters',
    'Quillon Tower': 'Sky garden, Refuge terrace, #Mast roof',
  }),
  client('HOL', 'Hollin Museum', {
    'Hollin Old Wing': 'Sculpture roof, Cloister, Plant room',
    'Hollin New Wing': 'Green roof, Atrium, Café terrace, Light well',
    'Hollin Stores': 'Sedum roof, Yard',
  }),
  client('MAR', 'Marrow Street Offices', {
    'Marrow Street 1': 'Roof, Lobby planters, Courtyard',
    'Marrow Street 9': 'Roof, Lobby planters, Terrace',
    'Marrow Street 14': 'Roof, Atrium, Light well, Plant room',
    'Marrow Annex': 'Terrace, Stair court',
  }),
  client(
    'SAL',
    'Saltbarn Brewery',
    {
      'Saltbarn Maltings': 'Hop roof, Yard, Tasting terrace',
      'Saltbarn Cooperage': 'Roof, Courtyard',
      'Saltbarn Depot': 'Green roof, Yard',
    },
    true,
  ),
  client(
    'FEN',
    'Fennick Cider',
    {
      'Fennick Press House': 'Roof, Orchard court, Yard',
      'Fennick Cellars': 'Grass roof, Ramp beds',
      'Fennick Shop': 'Terrace, Window boxes',
    },
    true,
  ),
  client('TAR', 'Tarn & Ashby Law', {
    'Tarn House': 'Roof terrace, Atrium, Courtyard, Light well',
    'Ashby House': 'Roof, Fern court, Plant room',
  }),
  client('ELD', 'Elderkin Care Homes', {
    'Elderkin Rise': 'Roof, Scent garden, Courtyard',
    'Elderkin Grove': 'Terrace, Raised beds, Conservatory',
    'Elderkin Mill': 'Roof, Weir terrace, Glasshouse',
    'Elderkin Court': 'Roof, Rose court, Bowling terrace',
  }),
  client('WEX', 'Wexcombe Council', {
    'Wexcombe Town Hall': 'Roof, Civic court, Bell terrace, Atrium',
    'Wexcombe Library': 'Reading roof, Courtyard, Plant room',
    'Wexcombe Baths': 'Green roof, Pool terrace, Palm house',
  }),
  client('NOR', 'Norrick Data Halls', {
    'Norrick Hall A': 'Sedum roof, Cooling yard, #Plant deck',
    'Norrick Hall B': 'Sedum roof, Cooling yard',
    'Norrick Gatehouse': 'Roof, Hedge court, Bank',
    'Norrick Lagoon': 'Reed bed, Boardwalk',
  }),
]
