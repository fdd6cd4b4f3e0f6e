/** What the page and its service worker both call by name. */
export const RECORDS_CACHE = 'norther-records';
/** Header of an answer that this device kept, with when the server gave it. */
export const FROM_DEVICE = 'X-From-Device';
