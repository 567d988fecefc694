-- Entries that a person makes, each with a cause; booked once a second person said yes.
create table manual_entry (
    business_id int not null references business,
    id uuid not null,
    entry_day date not null,
    cause text not null check (cause <> ''),
    lines jsonb not null,
    undoes uuid,
    made_on date not null,
    made_by text not null,
    made_at timestamptz not null default now(),
    primary key (business_id, id),
    foreign key (business_id, undoes) references manual_entry
);
create trigger manual_entry_is_final before update or delete on manual_entry for each statement execute function is_final();
revoke update, delete, truncate on manual_entry from exactum_app;

-- What our accounts are called where the books go to.
create table journal_account (
    business_id int not null,
    account text not null,
    theirs text not null check (theirs <> ''),
    primary key (business_id, account),
    foreign key (business_id, account) references account
);
