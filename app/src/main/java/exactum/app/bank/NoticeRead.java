package exactum.app.bank;

import exactum.core.bank.Notice;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.BusinessId;

/** Published in the transaction that stores a notice of a bank. */
public record NoticeRead(BusinessId business, BankAccountId account, Notice notice) {}
