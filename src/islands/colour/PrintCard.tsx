/** Prints the page it is on. */
export default function PrintCard() {
  return (
    <button type="button" className="act act-main" onClick={() => print()}>
      Print the card
    </button>
  );
}
