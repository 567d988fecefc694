-- One of two that were alike.
drop index customer_by_name;

-- What is open now was open at the end of any day from its last posting on, and is found by that; what is settled now was open
-- on the days between.
drop index owed_open_on;
create index owed_open on owed (business_id, account, last_on) include (first_on, document_id, customer_id, currency, minor) where minor <> 0;
create index owed_settled on owed using gist (open_on) where minor = 0;
