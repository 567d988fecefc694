-- How money is fetched: one attempt to take one amount over one channel, and which claims it is for.
create table collection (
    business_id int not null,
    id uuid not null,
    channel text not null check (channel in ('card', 'debit')),
    customer_id uuid not null,
    document_id uuid,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    state text not null check (state in ('planned', 'in flight', 'collected', 'rejected', 'returned', 'claimed back', 'withdrawn')),
    last_reason text,
    started_on date not null,
    started_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, document_id) references document
) with (fillfactor = 60);
-- None of them tells a state, so that moving on writes no index anew.
create index on collection (business_id, document_id) where channel = 'card';
create index on collection (business_id, started_at) where channel = 'card';
create index on collection (business_id, customer_id);

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

-- A card that a processor keeps for us, under a token that means nothing elsewhere, and what its holder agreed to.
create table card_on_file (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    processor_id uuid not null,
    token_secret bytea not null,
    token_digest bytea not null,
    brand text not null,
    last_four char(4) not null check (last_four ~ '^[0-9]{4}$'),
    expires date not null,
    network_ref text,
    way text not null check (way in ('page', 'phone')),
    consent text not null,
    agreed_on date not null,
    agreed_at timestamptz not null default now(),
    state text not null check (state in ('usable', 'refused for good', 'removed')),
    cause text not null default '',
    asked_on date,
    -- Of several, the one that was chosen last is charged first; else the newest.
    chosen_at timestamptz,
    made_by text not null,
    primary key (business_id, id),
    unique (business_id, processor_id, token_digest),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, processor_id) references processor_account
);
create index on card_on_file (business_id, customer_id);
create index on card_on_file (business_id, expires) where state = 'usable';

-- A page at the processor on which a card is entered to be kept, without a charge.
create table card_page (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    processor_id uuid not null,
    link_id uuid,
    way text not null check (way in ('page', 'phone')),
    consent text not null,
    page_ref text,
    page_url text,
    card_id uuid,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, link_id) references payment_link,
    foreign key (business_id, card_id) references card_on_file
);
create unique index card_page_ref_once on card_page (business_id, processor_id, page_ref) where page_ref is not null;
create index on card_page (business_id, customer_id);

-- What belongs to a card payment alone: its page, or the kept card that is charged. A withdrawal is an intent until the processor has confirmed it.
-- What a card was authorised for: promised, and taken when an invoice is issued; the rest is let go.
create table card_authorisation (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    document_id uuid,
    processor_id uuid not null,
    link_id uuid,
    card_id uuid,
    reference text not null,
    page_ref text,
    page_url text,
    charge_ref text,
    card text,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    captured_minor bigint not null default 0 check (captured_minor >= 0),
    released_minor bigint not null default 0 check (released_minor >= 0),
    state text not null check (state in ('asked for', 'authorised', 'ended', 'refused')),
    valid_until date,
    reason text,
    asked_at timestamptz,
    made_on date not null,
    made_at timestamptz not null default now(),
    made_by text not null,
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, document_id) references document,
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, link_id) references payment_link,
    foreign key (business_id, card_id) references card_on_file,
    check (captured_minor + released_minor <= amount_minor)
);
create index on card_authorisation (business_id, customer_id);
create index on card_authorisation (business_id, document_id) where document_id is not null;
create index on card_authorisation (business_id) where state in ('asked for', 'authorised');
create unique index card_authorisation_charge on card_authorisation (business_id, processor_id, charge_ref) where charge_ref is not null;

create table checkout (
    business_id int not null,
    collection_id uuid not null,
    processor_id uuid not null,
    authorisation_id uuid,
    link_id uuid,
    checkout_ref text,
    checkout_url text,
    card_id uuid,
    consent text,
    withdrawal text check (withdrawal in ('wanted', 'confirmed')),
    asked_at timestamptz,
    unanswered boolean not null default false,
    primary key (business_id, collection_id),
    foreign key (business_id, collection_id) references collection,
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, authorisation_id) references card_authorisation,
    foreign key (business_id, link_id) references payment_link,
    foreign key (business_id, card_id) references card_on_file
);
create index on checkout (business_id, authorisation_id) where authorisation_id is not null;
create index on checkout (business_id, link_id) where link_id is not null;
create unique index checkout_ref_once on checkout (business_id, processor_id, checkout_ref) where checkout_ref is not null;
create index on checkout (business_id) where withdrawal = 'wanted';
create index on checkout (business_id) where unanswered;

-- How a business charges cards on file by itself.
create table card_setting (
    business_id int not null references business,
    timer text not null default 'proposes' check (timer in ('off', 'proposes', 'charges')),
    moment text not null default 'due' check (moment in ('due', 'issue')),
    least_minor bigint not null default 100 check (least_minor >= 0),
    primary key (business_id)
);

-- A run of charges of cards on file, in one currency: what it proposes, and what became of it.
create table card_run (
    business_id int not null references business,
    id uuid not null,
    run_no int not null,
    currency char(3) not null,
    run_date date not null,
    until_date date not null,
    words text not null default '',
    scope text not null default 'all' check (scope in ('all', 'cash sales')),
    state text not null check (state in ('planning', 'rehearsed', 'charging', 'done')),
    planned int not null default 0,
    left_out int not null default 0,
    total_minor bigint not null default 0,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, run_no)
);
create index on card_run (business_id, made_at);

-- An item as it was planned; it is charged only if all of that is still true.
create table card_run_item (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    claim_id uuid not null,
    document_id uuid not null,
    customer_id uuid not null,
    card_id uuid,
    due_date date not null,
    left_minor bigint not null,
    currency char(3) not null,
    amount_minor bigint,
    credit_minor bigint,
    discount_minor bigint,
    tries int not null default 0,
    reason text,
    words text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references card_run on delete cascade,
    check ((reason is null) = (amount_minor is not null))
);

create table card_run_outcome (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    collection_id uuid,
    reason text,
    words text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references card_run on delete cascade,
    check ((collection_id is null) <> (reason is null))
);
create index on card_run_outcome (business_id, collection_id) where collection_id is not null;

create table processor_event (
    business_id int not null,
    processor_id uuid not null,
    event_id text not null,
    kind text not null,
    body text not null,
    sent_at timestamptz not null,
    received_at timestamptz not null default now(),
    tried_at timestamptz,
    acted_at timestamptz,
    outcome text not null,
    primary key (business_id, processor_id, event_id),
    foreign key (business_id, processor_id) references processor_account
);
create index on processor_event (business_id, received_at);
create index on processor_event (received_at) where acted_at is null;

-- A payer's authority to debit an account. What happened to it stands in its events.
create table mandate (
    business_id int not null,
    id uuid not null,
    reference text not null,
    customer_id uuid not null,
    scheme text not null check (scheme in ('SEPA Core', 'SEPA B2B')),
    state text not null check (state in ('awaiting the bank', 'active', 'refused by the bank', 'suspended', 'cancelled', 'expired', 'used up', 'lapsed')),
    signed_on date not null,
    valid_from date not null,
    valid_until date,
    one_off boolean not null,
    agreed_count int check (agreed_count > 0),
    cap_minor bigint check (cap_minor > 0),
    notice_days int not null check (notice_days between 1 and 90),
    payer_name text not null,
    iban_secret bytea not null,
    iban_digest bytea not null,
    iban_ending text not null,
    bic text not null default '',
    way text not null check (way in ('paper', 'link', 'import')),
    signature jsonb not null default '{}',
    former_reference text not null default '',
    new_account boolean not null default false,
    replaced_by uuid,
    counted int not null default 0,
    ever_collected boolean not null default false,
    last_presented date,
    used_year int generated always as (extract(year from coalesce(last_presented, signed_on))::int) stored,
    revision int not null default 1,
    made_on date not null,
    primary key (business_id, id),
    unique (business_id, reference),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, replaced_by) references mandate
) with (fillfactor = 60);
create index on mandate (business_id, customer_id);
create index on mandate (business_id, iban_digest);
create index mandate_waits on mandate (business_id, state) where state <> 'active';
create index mandate_ends on mandate (business_id, valid_until) where state = 'active' and valid_until is not null;
-- By the year alone, since a day would be written anew by each collection.
create index mandate_lapses on mandate (business_id, used_year) where state = 'active';

create table mandate_event (
    business_id int not null,
    mandate_id uuid not null,
    event_no int not null,
    event_on date not null,
    happened_at timestamptz not null default now(),
    what text not null,
    cause text not null default '',
    who text not null,
    primary key (business_id, mandate_id, event_no),
    foreign key (business_id, mandate_id) references mandate
);
create trigger mandate_event_is_final before update or delete on mandate_event for each statement execute function is_final();
revoke update, delete, truncate on mandate_event from exactum_app;

-- What a mandate covers: all of a customer, one arrangement, one document; the narrowest counts.
create table mandate_cover (
    business_id int not null,
    mandate_id uuid not null,
    customer_id uuid,
    recurring_id uuid,
    document_id uuid,
    unique nulls not distinct (business_id, mandate_id, customer_id, recurring_id, document_id),
    foreign key (business_id, mandate_id) references mandate,
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, recurring_id) references recurring_invoice,
    foreign key (business_id, document_id) references document,
    check (num_nonnulls(customer_id, recurring_id, document_id) = 1)
);
create index on mandate_cover (business_id, customer_id) where customer_id is not null;
create index on mandate_cover (business_id, recurring_id) where recurring_id is not null;
create index on mandate_cover (business_id, document_id) where document_id is not null;

-- A link by which a payer gives a mandate. Signed twice it makes one.
create table mandate_link (
    business_id int not null,
    id uuid not null,
    token_digest bytea not null,
    customer_id uuid not null,
    recurring_id uuid,
    document_id uuid,
    scheme text not null,
    one_off boolean not null,
    agreed_count int,
    cap_minor bigint,
    notice_days int not null,
    replaces uuid,
    made_on date not null,
    expires_on date not null,
    withdrawn boolean not null default false,
    mandate_id uuid,
    primary key (business_id, id),
    unique (token_digest),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, recurring_id) references recurring_invoice,
    foreign key (business_id, document_id) references document,
    foreign key (business_id, replaces) references mandate,
    foreign key (business_id, mandate_id) references mandate
);
create index on mandate_link (business_id, customer_id);
create index on mandate_link (business_id, made_on) where mandate_id is null and not withdrawn;

create table mandate_import (
    business_id int not null references business,
    id uuid not null,
    file_name text not null,
    content_secret bytea not null,
    state text not null check (state in ('rehearsed', 'done')),
    made_by text not null,
    made_at timestamptz not null default now(),
    taken int not null default 0,
    primary key (business_id, id)
);

-- How a business collects over mandates.
create table debit_setting (
    business_id int not null references business,
    most_tries int not null default 2 check (most_tries between 0 and 5),
    retry_after_days int not null default 5 check (retry_after_days between 1 and 60),
    least_minor bigint not null default 100 check (least_minor >= 0),
    horizon_days int not null default 14 check (horizon_days between 1 and 60),
    together boolean not null default false,
    timer text not null default 'off' check (timer in ('off', 'proposes', 'collects')),
    fee_minor bigint not null default 0 check (fee_minor >= 0),
    charge_account text,
    charge_tags text[] not null default '{}',
    primary key (business_id),
    foreign key (business_id, charge_account) references account
);

-- A run: what it proposes, and what became of it.
create table debit_run (
    business_id int not null references business,
    id uuid not null,
    run_no int not null,
    bank_account_id uuid not null,
    scheme text not null,
    run_date date not null,
    until_date date not null,
    filter jsonb not null default '{}',
    state text not null check (state in ('planning', 'rehearsed', 'committing', 'ready', 'handed over', 'withdrawn')),
    planned int not null default 0,
    left_out int not null default 0,
    total_minor bigint not null default 0,
    made int not null default 0,
    made_minor bigint not null default 0,
    made_by text not null,
    made_at timestamptz not null default now(),
    handed_at timestamptz,
    primary key (business_id, id),
    unique (business_id, run_no),
    foreign key (business_id, bank_account_id) references bank_account
);
create index on debit_run (business_id, made_at);

-- An item as it was planned; it is collected only if all of that is still true.
create table debit_run_item (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    claim_id uuid not null,
    document_id uuid not null,
    customer_id uuid not null,
    mandate_id uuid,
    mandate_revision int,
    due_date date not null,
    left_minor bigint not null,
    currency char(3) not null,
    amount_minor bigint,
    credit_minor bigint,
    discount_minor bigint,
    collect_on date,
    sequence text,
    is_last boolean not null default false,
    tries int not null default 0,
    reason text,
    words text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references debit_run on delete cascade,
    check ((reason is null) = (amount_minor is not null))
);

create table debit_run_outcome (
    business_id int not null,
    run_id uuid not null,
    item_no int not null,
    collection_id uuid,
    reason text,
    words text,
    primary key (business_id, run_id, item_no),
    foreign key (business_id, run_id) references debit_run on delete cascade,
    check ((collection_id is null) <> (reason is null))
);

-- What stands together in the file, and what the bank books together.
create table debit_group (
    business_id int not null,
    id uuid not null,
    run_id uuid not null,
    reference text not null,
    sequence text not null,
    collect_on date not null,
    batch boolean not null,
    items int not null,
    total_minor bigint not null,
    booked boolean not null default false,
    primary key (business_id, id),
    unique (business_id, reference),
    foreign key (business_id, run_id) references debit_run
);
create index on debit_group (business_id, collect_on) where not booked;

-- What of a collection belongs to debits alone.
create table debit (
    business_id int not null,
    collection_id uuid not null,
    group_id uuid not null,
    mandate_id uuid not null,
    end_to_end text not null,
    try_no int not null,
    collect_on date not null,
    new_account boolean not null default false,
    former_reference text not null default '',
    iban_secret bytea not null,
    remittance text not null,
    primary key (business_id, collection_id),
    unique (business_id, end_to_end),
    foreign key (business_id, collection_id) references collection,
    foreign key (business_id, group_id) references debit_group,
    foreign key (business_id, mandate_id) references mandate
);
create index on debit (business_id, group_id, end_to_end);
create index on debit (business_id, mandate_id);

-- The file as it was written, never changed; it holds account numbers, so that it is encrypted.
create table debit_file (
    business_id int not null,
    id uuid not null,
    run_id uuid not null,
    message_ref text not null,
    version text not null,
    digest bytea not null,
    bytes bigint not null,
    made_at timestamptz not null,
    answer text not null default '',
    primary key (business_id, id),
    unique (business_id, message_ref),
    unique (business_id, run_id),
    foreign key (business_id, run_id) references debit_run
);
create table debit_file_part (
    business_id int not null,
    file_id uuid not null,
    part_no int not null,
    content_secret bytea not null,
    primary key (business_id, file_id, part_no),
    foreign key (business_id, file_id) references debit_file deferrable initially deferred
);
alter table debit_file_part alter column content_secret set storage external;
create trigger debit_file_part_is_final before update or delete on debit_file_part for each statement execute function is_final();
revoke update, delete, truncate on debit_file_part from exactum_app;

-- A status report of a bank; known by its own reference.
create table debit_report (
    business_id int not null references business,
    id uuid not null,
    report_ref text not null,
    original_ref text not null,
    refused int not null,
    received_at timestamptz not null default now(),
    primary key (business_id, id),
    unique (business_id, report_ref)
);

-- Not before a day is an item collected again.
create table collect_again (
    business_id int not null,
    claim_id uuid not null,
    not_before date not null,
    tries int not null,
    primary key (business_id, claim_id),
    foreign key (business_id, claim_id) references claim
);

-- The payer was told of a day and an amount.
create table debit_notice (
    business_id int not null,
    claim_id uuid not null,
    told_on date not null,
    collect_on date not null,
    amount_minor bigint not null,
    currency char(3) not null,
    words text not null check (words in ('invoice', 'advance notice')),
    primary key (business_id, claim_id, told_on),
    foreign key (business_id, claim_id) references claim
);
