-- What a bank says of a collection that did not hold: from a report, a notice or a statement; each once.
create table came_back (
    business_id int not null references business,
    id uuid not null,
    source text not null check (source in ('report', 'notice', 'statement')),
    source_key text not null,
    bank_account_id uuid,
    bank_line_id uuid,
    collection_id uuid,
    end_to_end text not null,
    mandate_ref text not null,
    payer text not null,
    currency char(3) not null,
    amount_minor bigint not null check (amount_minor > 0),
    charged_minor bigint not null default 0,
    reason text not null,
    back_on date not null,
    state text not null check (state in ('new', 'taken in', 'same', 'set aside')),
    take_back_id uuid,
    fee_draft_id uuid,
    cause text not null default '',
    primary key (business_id, id),
    unique (business_id, source, source_key),
    foreign key (business_id, collection_id) references collection,
    foreign key (business_id, bank_line_id) references bank_line
);
create index on came_back (business_id) where state = 'new';
create index on came_back (business_id, collection_id) where collection_id is not null;
create index on came_back (business_id, bank_line_id) where bank_line_id is not null;
