export {
  redesignNumbers,
  type HeldDensity,
  type RedesignedNumbers,
  type WindingNumbers,
} from './redesign-numbers.ts';
export * from './compare-windings.ts';
export * from './against-limits.ts';
export * from './from-reels.ts';
export * from './search-form.ts';
export {
  DEFAULT_LIMITS,
  missingForSearch,
  tooLargeToSearch,
  WindingSearch,
  type Candidate,
  type SearchLimits,
  type SearchRank,
  type SearchSpace,
  type SearchState,
} from './search.ts';
