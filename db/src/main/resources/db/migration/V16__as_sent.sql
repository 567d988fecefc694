-- Who a message came from as it went out, whatever the business is called later.
alter table message add sender_name text;
alter table message add sender_address text;
update message m set sender_name = b.sender_name, sender_address = b.mail_from from business b where b.id = m.business_id and m.sent_at is not null and m.state <> 'posted';
alter table message add constraint message_sender_check check ((sent_at is null or state = 'posted') = (sender_name is null) and (sender_name is null) = (sender_address is null));

-- Papers are packed already: the database need not try to make them smaller.
alter table document_pdf alter content set storage external;
alter table message_file alter content set storage external;
