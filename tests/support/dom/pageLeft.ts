/** The reason that open questions are given when their page is left. */
export const PAGE_LEFT = 'The page was left.'
