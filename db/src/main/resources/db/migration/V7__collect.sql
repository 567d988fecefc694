-- How money is fetched: one attempt to take one amount over one channel, and which claims it is for.
create table collection (
    business_id int not null references business,
    id uuid not null,
    channel text not null check (channel in ('card', 'debit')),
    customer_id uuid not null,
    document_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    state text not null check (state in ('planned', 'in flight', 'collected', 'rejected', 'withdrawn')),
    last_reason text,
    started_on date not null,
    started_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, document_id) references document
);
create index on collection (business_id, document_id);
create index on collection (business_id, started_at);
create index on collection (business_id, state) where state in ('planned', 'in flight');

-- A claim is in one collection at a time: a second press or a second tab finds the first one.
create table collection_item (
    business_id int not null,
    collection_id uuid not null,
    claim_id uuid not null,
    amount_minor bigint not null check (amount_minor > 0),
    live boolean not null,
    primary key (business_id, collection_id, claim_id),
    foreign key (business_id, collection_id) references collection,
    foreign key (business_id, claim_id) references claim
);
create unique index collection_item_in_flight_once on collection_item (business_id, claim_id) where live;
create index on collection_item (business_id, claim_id);

-- What belongs to a card page alone. A withdrawal is an intent until the processor has confirmed it.
create table checkout (
    business_id int not null,
    collection_id uuid not null,
    processor_id uuid not null,
    link_id uuid,
    checkout_ref text,
    checkout_url text,
    withdrawal text check (withdrawal in ('wanted', 'confirmed')),
    asked_at timestamptz,
    primary key (business_id, collection_id),
    foreign key (business_id, collection_id) references collection,
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, link_id) references payment_link
);
create unique index checkout_ref_once on checkout (business_id, processor_id, checkout_ref) where checkout_ref is not null;
create index on checkout (business_id) where withdrawal = 'wanted';

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
