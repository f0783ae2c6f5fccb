/** The core of Jade Kite. Rooms are imported by name: `@jade/core/geometry`, `@jade/core/folded`, and so on. */
export const coreVersion = '0.1.0';
