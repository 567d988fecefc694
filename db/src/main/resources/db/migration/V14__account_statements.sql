-- A statement of account as it was sent: of which days, what it came to, and its paper.
create table account_statement (
    business_id int not null,
    id uuid not null,
    customer_id uuid not null,
    currency char(3) not null,
    from_day date not null,
    until_day date not null,
    closing_minor bigint not null,
    made_on date not null,
    made_by text not null,
    pdf bytea not null,
    primary key (business_id, id),
    unique (business_id, customer_id, currency, from_day, until_day, closing_minor, made_on),
    foreign key (business_id, customer_id) references customer
);
