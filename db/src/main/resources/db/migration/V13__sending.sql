-- What became of a message at each address: a server may take one and refuse another, or tell later that it never arrived.
alter table message_recipient add state text not null default 'waiting' check (state in ('waiting', 'sent', 'refused', 'bounced'));
alter table message_recipient add code text not null default '';
alter table message_recipient add words text not null default '';
alter table message_recipient add since timestamptz not null default now();
alter table message_recipient add seen_on date;
update message_recipient r set state = 'sent' from message m where m.business_id = r.business_id and m.id = r.message_id and m.state = 'sent';
create index message_not_there on message_recipient (business_id, message_id) where state in ('refused', 'bounced') and seen_on is null;

-- Several that were held, sent as one.
alter table message drop constraint message_state_check;
alter table message add constraint message_state_check check (state in ('held', 'to post', 'waiting', 'sending', 'sent', 'posted', 'failed', 'joined'));
alter table message add joined_into uuid;
alter table message add constraint message_joined_fkey foreign key (business_id, joined_into) references message;
alter table message drop constraint message_kind_check;
alter table message add constraint message_kind_check check (kind in ('invoice', 'open invoices', 'quote', 'credit note', 'test copy', 'confirmation', 'reminder', 'statement', 'mandate', 'mandate link', 'advance notice', 'debit returned', 'payment returned', 'payer code', 'payment link', 'payment notice', 'card refused', 'card ends'));
drop index message_business_id_state_idx;
create index on message (business_id, state) where state not in ('sent', 'posted', 'joined');

-- The files that went with a message, as they went; the bytes of a paper that is kept anyhow are named by their digest.
create table message_file (
    business_id int not null,
    message_id uuid not null,
    no smallint not null,
    name text not null,
    type text not null,
    sha256 bytea not null,
    bytes int not null,
    content bytea,
    primary key (business_id, message_id, no),
    foreign key (business_id, message_id) references message
);
create index on document_pdf (business_id, sha256);
