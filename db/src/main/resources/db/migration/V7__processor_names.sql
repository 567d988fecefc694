-- Two who add the same processor at one moment add one.
create unique index processor_account_name on processor_account (business_id, name);
