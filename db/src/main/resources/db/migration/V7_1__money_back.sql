-- Transfers that give money back, as they were handed to a bank in one file, never changed; it holds account numbers, so that it is
-- encrypted.
create table refund_file (
    business_id int not null,
    id uuid not null,
    bank_account_id uuid not null,
    message_ref text not null,
    pay_on date not null,
    currency char(3) not null,
    count int not null,
    total_minor bigint not null,
    content_secret bytea not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    handed_at timestamptz,
    primary key (business_id, id),
    unique (business_id, message_ref),
    foreign key (business_id, bank_account_id) references bank_account
);
create index on refund_file (business_id, made_at);

-- What a person decided to give back, until it has gone: to a card through its processor, or by transfer.
create table refund_order (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    refund_id uuid not null,
    drawn_on uuid not null,
    through_id uuid not null,
    route text not null check (route in ('card', 'transfer', 'by hand')),
    state text not null check (state in ('asked', 'sent', 'refused')),
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    fee_back_minor bigint not null default 0,
    processor_id uuid,
    sale_ref text,
    reference text,
    payee text,
    iban_secret bytea,
    iban_ending text,
    end_to_end text,
    file_id uuid,
    why text not null,
    credit_note_id uuid,
    refusal text,
    refused_on date,
    settled_by text,
    asked_on date not null,
    asked_at timestamptz not null default now(),
    asked_by text not null,
    primary key (business_id, id),
    unique (business_id, refund_id),
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, refund_id) references refund deferrable initially deferred,
    foreign key (business_id, drawn_on) references means,
    foreign key (business_id, through_id) references means,
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, file_id) references refund_file,
    foreign key (business_id, credit_note_id) references document,
    check ((route = 'card') = (processor_id is not null) and (processor_id is null) = (sale_ref is null)),
    check ((route = 'transfer') = (end_to_end is not null))
);
create index on refund_order (business_id, asked_at);
create index on refund_order (business_id, customer_id);
create index on refund_order (business_id, through_id);
create index on refund_order (business_id, drawn_on);
create index on refund_order (business_id, credit_note_id) where credit_note_id is not null;
create index on refund_order (asked_at) where state = 'asked' and route = 'card';
create unique index refund_order_reference on refund_order (business_id, processor_id, reference) where reference is not null;
create unique index refund_order_end_to_end on refund_order (business_id, end_to_end) where end_to_end is not null;

-- A sale that its cardholder contests. What exceeds the payment, since it was refunded before, stays in dispute until a person decides.
create table chargeback (
    business_id int not null,
    id uuid not null,
    processor_id uuid not null,
    reference text not null,
    sale_ref text not null,
    means_id uuid,
    customer_id uuid,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    fee_minor bigint not null,
    reason text not null,
    opened_on date not null,
    answer_by date,
    state text not null check (state in ('open', 'answered', 'accepted', 'won', 'lost')),
    decided_on date,
    take_back_id uuid,
    beyond_minor bigint not null default 0 check (beyond_minor >= 0),
    answered_at timestamptz,
    evidence_secret bytea,
    note text not null default '',
    primary key (business_id, id),
    unique (business_id, processor_id, reference),
    foreign key (business_id, processor_id) references processor_account,
    foreign key (business_id, means_id) references means,
    foreign key (business_id, customer_id) references customer,
    foreign key (business_id, take_back_id) references take_back
);
create index on chargeback (business_id, means_id) where means_id is not null;
create index on chargeback (business_id, customer_id) where customer_id is not null;
create index on chargeback (business_id, opened_on);

-- Up to which chargeback a processor was asked.
create table chargeback_cursor (
    business_id int not null,
    processor_id uuid not null,
    read_to text not null,
    primary key (business_id, processor_id),
    foreign key (business_id, processor_id) references processor_account
);

-- A payout that was asked for before its day, for a fee; an intent until the processor has answered.
create table early_payout (
    business_id int not null,
    id uuid not null,
    processor_id uuid not null,
    currency char(3) not null,
    amount_minor bigint not null,
    fee_minor bigint not null,
    arrives_on date not null,
    state text not null check (state in ('asked', 'sent', 'refused')),
    reference text,
    refusal text,
    asked_on date not null,
    asked_at timestamptz not null default now(),
    asked_by text not null,
    primary key (business_id, id),
    foreign key (business_id, processor_id) references processor_account
);
create index on early_payout (business_id, asked_at);
