-- Interest and costs of late payment: off until somebody switches it on.
create table late_rule (
    business_id int primary key references business,
    is_on boolean not null default false,
    law text not null,
    points numeric(7, 4) not null check (points between 0 and 100),
    fixed_sum boolean not null default false,
    account text not null
);
create table reference_rate (
    business_id int not null references business,
    valid_from date not null,
    percent numeric(7, 4) not null check (percent between -10 and 100),
    source text not null,
    primary key (business_id, valid_from)
);
-- Where a contract says otherwise than the law.
create table customer_late (
    business_id int not null,
    customer_id uuid not null,
    charged boolean not null,
    why text not null,
    primary key (business_id, customer_id),
    foreign key (business_id, customer_id) references customer on delete cascade
);
-- What an invoice, or the draft of one, charges for a late open item, and through which day.
create table interest_charge (
    business_id int not null,
    document_id uuid not null,
    claim_id uuid not null,
    until_day date not null,
    interest_minor bigint not null check (interest_minor >= 0),
    fixed_minor bigint not null check (fixed_minor >= 0),
    primary key (business_id, document_id, claim_id),
    foreign key (business_id, claim_id) references claim
);
create index on interest_charge (business_id, claim_id);
alter table document drop constraint document_origin_check;
alter table document add constraint document_origin_check check (origin in ('recurring', 'by hand', 'credited document', 'return', 'quote', 'interest'));
