/** Prints one sheet of a page that has several: the rest of the page stays off the paper. */
export function printSheet(sheet: string): void {
  const { dataset } = document.documentElement;
  dataset.print = sheet;
  const done = () => {
    delete dataset.print;
    removeEventListener('afterprint', done);
  };
  addEventListener('afterprint', done);
  print();
}
