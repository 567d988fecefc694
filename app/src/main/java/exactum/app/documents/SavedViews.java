package exactum.app.documents;

import exactum.core.ids.BusinessId;
import exactum.core.problem.Refusal;
import java.util.List;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Lists that a person comes back to, each under a name. */
@Component
class SavedViews {
    private static final int MOST = 30;
    private static final int LONGEST = 2000;
    private final SavedViewStore store;

    SavedViews(SavedViewStore store) {
        this.store = store;
    }

    /** A view and what its address asks for. */
    public record View(String name, String query) {}

    List<View> of(BusinessId business, String login, String list) {
        return store.of(business, login, list);
    }

    /**
     * Saves one in place of the one with its name.
     *
     * @throws Refusal if it has no name, or the person has too many
     */
    @Transactional
    public void save(BusinessId business, String login, ListRequest request, String name) {
        if (name.isBlank()) throw new Refusal("view.name", "A view needs a name. Nothing was saved.").at("name");
        List<View> before = store.of(business, login, request.path());
        boolean known = before.stream().anyMatch(v -> v.name().equals(name));
        if (!known && before.size() >= MOST)
            throw new Refusal(
                    "view.many", "There are %d views already. Nothing was saved. Delete one first.".formatted(MOST));
        if (request.query().length() > LONGEST)
            throw new Refusal("view.long", "What is searched for is too long to be kept. Nothing was saved.");
        store.put(business, login, request.path(), new View(name, request.query()));
    }

    @Transactional
    public void delete(BusinessId business, String login, String list, String name) {
        store.delete(business, login, list, name);
    }
}
