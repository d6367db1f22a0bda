export const FORMAT = 'oak-tumble/project';

/** The version of the document that this program writes; see upgrades/ for how older ones become it. */
export const VERSION = 2;
