import assert from 'node:assert/strict';
import { test } from 'node:test';
import { endOfDay as ending, format, parseISO } from 'date-fns';
import fc from 'fast-check';
import {
  endOfDay,
  isoDay,
  sayBy,
  sayClock,
  sayDated,
  sayDay,
  sayMoment,
  sayStamp,
} from '@/ui/days.ts';

test('days and moments are said as a library says them, on any day of a hundred years', () => {
  const moment = fc.date({
    min: new Date(1970, 0, 2),
    max: new Date(2070, 0, 1),
    noInvalidDate: true,
  });
  fc.assert(
    fc.property(moment, (when) => {
      assert.equal(isoDay(when), format(when, 'yyyy-MM-dd'));
      assert.equal(sayDay(isoDay(when)), format(when, 'EEE d MMM'));
      assert.equal(sayClock(when), format(when, 'HH:mm'));
      assert.equal(sayStamp(when), format(when, 'EEE d MMM yyyy, HH:mm'));
      assert.equal(sayDated(`${isoDay(when)}T23:59:59.000Z`), format(when, 'd MMM yyyy'));
      assert.equal(endOfDay(isoDay(when)), ending(parseISO(isoDay(when))).getTime());
      assert.equal(sayMoment(when), format(when, 'EEE d MMM, HH:mm'));
      assert.equal(sayBy(ending(when).getTime()), format(when, 'EEE d MMM'));
      assert.equal(sayBy(ending(when).getTime() - 1), sayMoment(ending(when)));
    }),
    { numRuns: 500 },
  );
});
