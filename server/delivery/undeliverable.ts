/** It cannot be delivered this way, however often it is tried. */
export class Undeliverable extends Error {}
