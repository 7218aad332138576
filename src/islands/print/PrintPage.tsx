/** Prints the page it is on. */
export default function PrintPage({ says }: { says: string }) {
  return (
    <button type="button" className="act act-main" onClick={() => print()}>
      {says}
    </button>
  );
}
