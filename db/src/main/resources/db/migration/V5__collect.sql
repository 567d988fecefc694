-- Card collections, what the processor tells us, receipts and what they settle.
create table collection (
    business_id int not null references business,
    id uuid not null,
    processor_id uuid not null,
    invoice_id uuid not null,
    link_id uuid,
    amount_minor bigint not null check (amount_minor > 0),
    currency char(3) not null,
    state text not null check (state in ('planned', 'in flight', 'collected', 'rejected', 'withdrawn')),
    checkout_ref text,
    checkout_url text,
    sale_ref text,
    last_reason text,
    started_on date not null,
    started_at timestamptz not null default now(),
    asked_at timestamptz,
    primary key (business_id, id),
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, invoice_id) references invoice
);
-- One item in flight once: a second press or a second tab finds the first one.
create unique index collection_one_in_flight on collection (business_id, invoice_id) where state in ('planned', 'in flight');
create index on collection (business_id, invoice_id);

create table processor_event (
    business_id int not null,
    processor_id uuid not null,
    event_id text not null,
    kind text not null,
    body text not null,
    sent_at timestamptz not null,
    received_at timestamptz not null default now(),
    outcome text not null,
    primary key (business_id, processor_id, event_id),
    foreign key (business_id, processor_id) references processor_account
);
create index on processor_event (business_id, received_at);

create table receipt (
    business_id int not null references business,
    id uuid not null,
    customer_id uuid not null,
    collection_id uuid,
    processor_id uuid,
    sale_ref text,
    received_on date not null,
    channel text not null check (channel in ('card', 'transfer')),
    source text not null,
    bank_line_id uuid,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    fee_minor bigint not null default 0 check (fee_minor >= 0),
    primary key (business_id, id),
    unique (business_id, processor_id, sale_ref),
    foreign key (business_id, customer_id) references customer
);
create index on receipt (business_id, customer_id);
create unique index on receipt (business_id, bank_line_id) where bank_line_id is not null;

create table allocation (
    business_id int not null,
    id uuid not null,
    receipt_id uuid not null,
    instalment_id uuid not null,
    invoice_id uuid not null,
    allocated_on date not null,
    amount_minor bigint not null check (amount_minor > 0),
    primary key (business_id, id),
    unique (business_id, receipt_id, instalment_id),
    foreign key (business_id, receipt_id) references receipt,
    foreign key (business_id, instalment_id) references instalment
);
create index on allocation (business_id, invoice_id);
