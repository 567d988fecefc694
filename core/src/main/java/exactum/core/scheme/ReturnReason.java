package exactum.core.scheme;

/**
 * Why a bank refused a collection or gave it back, and what follows from it.
 *
 * @param code of ISO 20022, as {@code AM04}
 * @param words what it says
 * @param follow what follows
 * @param isKnown whether the scheme lists it
 * @param source what says so
 */
public record ReturnReason(String code, String words, Follow follow, boolean isKnown, String source) {

    /** What follows from a reason. */
    public enum Follow {
        /** It may be tried again, after some days, some times. */
        RETRY("tried again", false, true),
        /** The bank had a fault; it may be tried again once that is mended. */
        ASK_BANK("our bank is asked, then tried again", false, true),
        /** The account cannot be debited: the mandate rests until the payer names another. */
        NEW_ACCOUNT("mandate suspended, another account asked for", true, false),
        /** The payer does not agree, or nobody may say why: they are asked. */
        ASK_PAYER("payer asked", false, false),
        /** The payer denies the mandate: it rests, and its copy is looked out. */
        SHOW_MANDATE("mandate suspended, its copy sent to the bank if asked", true, false),
        /** The payer has died: the mandate ends. */
        END_MANDATE("mandate cancelled", true, false),
        /** Something in our file was wrong: it is corrected and sent again. */
        FIX_DATA("our data corrected", false, false),
        /** Nobody can say in general: a person looks. */
        LOOK("looked at by a person", false, false);

        private final String words;
        private final boolean stops;
        private final boolean retries;

        Follow(String words, boolean stops, boolean retries) {
            this.words = words;
            this.stops = stops;
            this.retries = retries;
        }

        public String words() {
            return words;
        }

        /** Whether nothing more may be collected under the mandate for now. */
        public boolean stops() {
            return stops;
        }

        /** Whether it may be tried again without the payer doing anything. */
        public boolean retries() {
            return retries;
        }
    }

    /** {@code AM04, insufficient funds}. */
    public String said() {
        return code.isEmpty() ? words : code + ", " + words;
    }
}
