/** Door for the command line: the data folder without a server. */
export { FolderFault, saveFolder, takeIntoFolder } from './archive/index.ts';
export { keepings } from './archive/index.ts';
export { readConfig } from './config.ts';
export { StoreFault } from './db/index.ts';
