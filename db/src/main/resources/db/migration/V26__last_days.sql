-- Deferred income was summed as if a time went on over the day after its last: the days are worked out again.
delete from day_summed where kind = 'deferred';
