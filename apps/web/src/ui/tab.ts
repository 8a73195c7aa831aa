/** How a tab's name looks: underlined where it is the one that is open. */
export const TAB =
  'border-b-2 border-transparent px-1 pb-1.5 font-medium text-secondary data-[state=active]:border-accent data-[state=active]:text-ink';
