-- What pays what is owed.
create table means (
    business_id int not null,
    id uuid not null,
    kind text not null check (kind in ('receipt', 'credit note', 'security deposit', 'early settlement', 'tolerated difference', 'write-off')),
    customer_id uuid not null,
    means_on date not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    left_minor bigint not null,
    own_minor bigint not null,
    own_left_minor bigint not null,
    tax_minor bigint not null default 0,
    taken_back_minor bigint not null default 0,
    refunded_minor bigint not null default 0,
    refunded_through_minor bigint not null default 0,
    document_id uuid,
    earned_by uuid,
    reserved_for uuid,
    primary key (business_id, id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, document_id) references document,
    foreign key (business_id, earned_by) references means,
    foreign key (business_id, reserved_for) references document deferrable initially deferred,
    check (left_minor >= 0 and taken_back_minor >= 0 and refunded_minor >= 0 and refunded_through_minor >= 0
           and left_minor + taken_back_minor + refunded_minor <= amount_minor and refunded_through_minor <= amount_minor),
    check (kind in ('receipt', 'credit note', 'security deposit') or left_minor = 0)
);
create index on means (business_id, customer_id) where left_minor > 0;
create index on means (business_id, customer_id, means_on);
create index on means (business_id, earned_by) where earned_by is not null;
create index on means (business_id, document_id) where document_id is not null;
create index on means (business_id, customer_id) where kind = 'write-off';
create index on means (business_id, reserved_for) where reserved_for is not null;

-- What of a means is a payment: how it came, where it stood, and what the payer or a person said of it.
create table receipt (
    business_id int not null,
    means_id uuid not null,
    channel text not null check (channel in ('card', 'transfer', 'debit', 'cash', 'cheque', 'other')),
    source text not null,
    money_account text not null,
    charges_minor bigint not null default 0 check (charges_minor >= 0),
    reference text,
    note text,
    processor_id uuid,
    sale_ref text,
    fee_minor bigint,
    collection_id uuid,
    recorded_by text not null,
    search text not null,
    primary key (business_id, means_id),
    foreign key (business_id, means_id) references means,
    foreign key (business_id, money_account) references account,
    foreign key (business_id, processor_id) references processor_account,
    unique (business_id, processor_id, sale_ref),
    check ((processor_id is null) = (sale_ref is null))
);
create index on receipt using gin (search gin_trgm_ops);
create index on receipt (business_id, collection_id) where collection_id is not null;

-- Which part of a means settles which claim. Undone by a reversing row, never edited.
create table allocation (
    business_id int not null,
    id uuid not null,
    means_id uuid not null,
    claim_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    means_currency char(3) not null,
    means_minor bigint not null check (means_minor <> 0),
    means_own_minor bigint not null,
    counts_on date not null,
    entry_id uuid not null,
    reverses uuid,
    take_back_id uuid,
    primary key (business_id, id),
    foreign key (business_id, means_id) references means,
    foreign key (business_id, claim_id) references claim,
    foreign key (business_id, entry_id) references entry deferrable initially deferred,
    check ((reverses is null) = (amount_minor > 0)),
    check (currency <> means_currency or amount_minor = means_minor)
);
create index on allocation (business_id, means_id);
create index on allocation (business_id, claim_id);
create index on allocation (business_id, reverses) where reverses is not null;

-- What went away again of a means; undone by a reversing row.
create table take_back (
    business_id int not null,
    id uuid not null,
    means_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    taken_on date not null,
    cause text not null,
    reason text not null,
    entry_id uuid,
    reverses uuid,
    primary key (business_id, id),
    foreign key (business_id, means_id) references means,
    foreign key (business_id, entry_id) references entry deferrable initially deferred,
    foreign key (business_id, reverses) references take_back,
    check ((reverses is null) = (amount_minor > 0))
);
create index on take_back (business_id, means_id);
create unique index take_back_undone_once on take_back (business_id, reverses) where reverses is not null;

create table refund (
    business_id int not null,
    id uuid not null,
    drawn_on uuid not null,
    through_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    own_minor bigint not null,
    refund_on date not null,
    entry_id uuid not null,
    reverses uuid,
    primary key (business_id, id),
    foreign key (business_id, drawn_on) references means,
    foreign key (business_id, through_id) references means,
    foreign key (business_id, entry_id) references entry deferrable initially deferred,
    foreign key (business_id, reverses) references refund,
    check ((reverses is null) = (amount_minor > 0))
);
create index on refund (business_id, drawn_on);
create index on refund (business_id, through_id);
create unique index refund_refused_once on refund (business_id, reverses) where reverses is not null;

create trigger allocation_is_final before update or delete on allocation for each statement execute function is_final();
create trigger take_back_is_final before update or delete on take_back for each statement execute function is_final();
create trigger refund_is_final before update or delete on refund for each statement execute function is_final();
revoke update, delete, truncate on allocation, take_back, refund from exactum_app;

-- Money on a waiting account until the bank or the processor confirms it: positive to come in, negative to go out. What
-- was matched, what went without (a payment taken out again, a debit that was rejected) and what is left make it up. What a
-- processor pays out is found by the processor's own reference; before its fee it comes to the gross amount.
create table waiting (
    business_id int not null references business,
    id uuid not null,
    kind text not null,
    account text not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor <> 0),
    left_minor bigint not null,
    own_minor bigint not null,
    own_left_minor bigint not null,
    since date not null,
    counts_on date not null,
    reference text[] not null default '{}',
    words text not null,
    customer_id uuid,
    means_id uuid,
    source_id uuid not null,
    processor_id uuid,
    processor_ref text,
    gross_minor bigint,
    primary key (business_id, id),
    unique (business_id, kind, account, source_id),
    foreign key (business_id, processor_id) references processor_account,
    check ((processor_id is null) = (processor_ref is null) and (processor_id is null) = (gross_minor is null)),
    foreign key (business_id, account) references account,
    foreign key (business_id, customer_id) references customer,
    -- At the end of the transaction: where what waits is written first, the documents that it settles are looked at once.
    foreign key (business_id, means_id) references means deferrable initially deferred,
    check (left_minor = 0 or (left_minor > 0) = (amount_minor > 0)),
    check (abs(left_minor) <= abs(amount_minor))
);
create index on waiting (business_id, account) where left_minor <> 0;
create index on waiting (business_id, account, counts_on);
create index on waiting (business_id, means_id) where means_id is not null;
create index on waiting (business_id, source_id);
create index on waiting (business_id, processor_id, processor_ref) where processor_ref is not null;

-- A part of it that went without the bank.
create table waiting_gone (
    business_id int not null,
    id uuid not null,
    waiting_id uuid not null,
    amount_minor bigint not null check (amount_minor <> 0),
    gone_on date not null,
    primary key (business_id, id),
    foreign key (business_id, waiting_id) references waiting
);
create index on waiting_gone (business_id, waiting_id);
create trigger waiting_gone_is_final before update or delete on waiting_gone for each statement execute function is_final();
revoke update, delete, truncate on waiting_gone from exactum_app;
