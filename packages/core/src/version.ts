/** Written into every issued document beside its figures, and beside every judgement that is kept. */
export const CORE_VERSION = '0.3.0';
