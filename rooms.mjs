import { readdirSync } from 'node:fs';

/**
 * The rooms of core and page, each above all it may use: a room imports from rooms before it, and only through their doors
 * (index.ts). Written once; the lint reads it, and a folder that is not listed here is an error.
 */
export const coreRooms = [
  ...[
    'outcome',
    'chance',
    'effort',
    'colour',
    'geometry',
    'units',
    'wishes',
    'paper',
    'surd',
    'balance',
    'waits',
  ],
  ...['sheet', 'creases', 'molecule', 'flatness', 'folded', 'layers', 'packing', 'formats', 'sizing'],
  ...[
    'moves',
    'references',
    'kinds',
    'sequence',
    'shaping',
    'drawing',
    'play',
    'schedule',
    'calendar',
    'window',
    'booklet',
  ],
  ...[
    'alignments',
    'slips',
    'ways',
    'settings',
    'bases',
    'parts',
    'design',
    'draft',
    'plan',
    'practice',
    'documents',
    'intake',
    'merge',
  ],
  ...['editing', 'readings', 'whole', 'checks', 'trying', 'exporting', 'demo'],
];
export const webRooms = [
  ...['ui', 'ribbon', 'workers', 'api', 'outbox', 'state', 'plan', 'records', 'marking', 'search'],
  ...[
    'pictures',
    'engine',
    'painting',
    'play',
    'intake',
    'waiting',
    'along',
    'space',
    'stage',
    'features',
    'shell',
  ],
];

function checkListed(folder, rooms) {
  // A folder that a move has left empty is no room.
  const there = readdirSync(folder, { withFileTypes: true }).filter(
    (d) => d.isDirectory() && readdirSync(`${folder}/${d.name}`).length > 0,
  );
  const missing = there.map((d) => d.name).filter((name) => !rooms.includes(name));
  const gone = rooms.filter((room) => !there.some((d) => d.name === room));
  if (missing.length + gone.length > 0)
    throw new Error(
      `rooms.mjs and ${folder} differ: ${[...missing, ...gone].join(', ')}. Put a new room after all rooms it uses.`,
    );
}

const UP = String.raw`^(?:\.\./)+`;

/** One block of lint rules for each room: which imports it may not write. `more` are patterns that hold in all of them. */
export function guardRooms(folder, rooms, more = []) {
  checkListed(folder, rooms);
  return rooms.map((room, i) => {
    const above = rooms.slice(i + 1);
    return {
      files: [`${folder}/${room}/**`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              ...more,
              ...(above.length > 0
                ? [
                    {
                      regex: `${UP}(?:${above.join('|')})/`,
                      message: `${room} stands below that room (rooms.mjs): move what both need down.`,
                    },
                  ]
                : []),
              {
                regex: `${UP}(?:${rooms.filter((r) => r !== room && r !== 'features').join('|')})/(?!index\\.ts$)`,
                message: 'Come in through the door of the room: its index.ts.',
              },
              ...(room === 'features'
                ? [{ regex: String.raw`^\.\./(?!\.\./)`, message: 'Stages do not know each other.' }]
                : []),
            ],
          },
        ],
      },
    };
  });
}
