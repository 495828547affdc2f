/** What the window, the tab and a screen reader call this screen: “Draft · Juniper · Kurrel”. */
export const Title = ({ of }: { readonly of: readonly (string | undefined)[] }) => (
  <title>{[...of.filter(Boolean), 'Kurrel'].join(' · ')}</title>
);
