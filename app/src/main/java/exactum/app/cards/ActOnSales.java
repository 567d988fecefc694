package exactum.app.cards;

import exactum.app.setup.ProcessorAccount;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.CollectionId;
import exactum.core.problem.Refusal;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;

/** Takes in the sales that notices of one connection tell of, together, and words what was done about each. */
@Component
class ActOnSales {
    private final CollectionStore collections;
    private final SettleSale settle;
    private final CaptureAuthorisation captures;

    ActOnSales(CollectionStore collections, SettleSale settle, CaptureAuthorisation captures) {
        this.collections = collections;
        this.settle = settle;
        this.captures = captures;
    }

    Map<NoticeStore.Key, String> act(ProcessorAccount processor, Map<NoticeStore.Key, JsonNode> told) {
        Map<NoticeStore.Key, String> outcomes = new HashMap<>();
        Map<NoticeStore.Key, ProcessorPort.Sale> sales = new LinkedHashMap<>();
        told.forEach((notice, data) -> {
            try {
                sales.put(notice, ProcessorJson.sale(data));
            } catch (Refusal malformed) {
                outcomes.put(notice, "kept, not acted on: " + malformed.sentence());
            }
        });
        Map<NoticeStore.Key, SettleSale.Taken> taken = new LinkedHashMap<>();
        var known = new Known(processor, List.copyOf(sales.values()));
        sales.forEach((notice, sale) -> known.of(sale)
                .ifPresentOrElse(
                        c -> {
                            if (c.amount().currency().equals(sale.amount().currency()))
                                taken.put(notice, new SettleSale.Taken(c, sale));
                            else outcomes.put(notice, otherCurrency(sale, c));
                        },
                        () -> outcomes.put(notice, nobodys(sale))));
        Set<String> fresh = new HashSet<>(settle.settleAll(processor, List.copyOf(taken.values())));
        taken.forEach((notice, t) -> outcomes.put(
                notice, fresh.remove(t.sale().reference()) ? "payment taken in" : "payment was there already"));
        return outcomes;
    }

    private static String otherCurrency(ProcessorPort.Sale sale, Collection collection) {
        return "kept, not acted on: it is in %s, and %s was asked for"
                .formatted(sale.amount().currency(), collection.amount().currency());
    }

    private static String nobodys(ProcessorPort.Sale sale) {
        return "kept, not acted on: no collection has "
                + (sale.page() == null ? "key " + sale.key() : "checkout " + sale.page());
    }

    /** The collections on whose pages sales were made, or whose keys they carry. */
    private final class Known {
        private final ProcessorAccount processor;
        private final Map<String, Collection> ofPages;
        private final Map<CollectionId, Collection> ofKeys;

        private Known(ProcessorAccount processor, List<ProcessorPort.Sale> sales) {
            this.processor = processor;
            ofPages = collections.byCheckout(
                    processor.business(),
                    processor.id(),
                    sales.stream()
                            .map(ProcessorPort.Sale::page)
                            .filter(Objects::nonNull)
                            .distinct()
                            .toList());
            ofKeys = collections.byId(
                    processor.business(),
                    sales.stream().flatMap(s -> key(s).stream()).distinct().toList());
        }

        private Optional<Collection> of(ProcessorPort.Sale sale) {
            if (sale.page() != null)
                return Optional.ofNullable(ofPages.get(sale.page())).or(() -> captures.ofSale(processor, sale));
            return key(sale)
                    .map(ofKeys::get)
                    .filter(c -> c.checkout().processor().equals(processor.id()));
        }

        private static Optional<CollectionId> key(ProcessorPort.Sale sale) {
            return Optional.ofNullable(sale.key())
                    .filter(k -> sale.page() == null && k.matches("[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}"))
                    .map(CollectionId::valueOf);
        }
    }
}
