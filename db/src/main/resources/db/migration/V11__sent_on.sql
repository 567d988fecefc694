-- The day on which a message went out, by the date that the business was living on.
alter table message add sent_on date;
update message set sent_on = sent_at::date where sent_at is not null;
