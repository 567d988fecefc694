package exactum.app.statements;

import exactum.app.frame.NotHere;
import exactum.app.setup.SetupStore;
import java.io.IOException;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Statements: the list, reading in, and one with its lines. */
@Controller
class StatementPages {
    private final StatementStore statements;
    private final TakeInStatements takeIn;
    private final SetupStore setup;

    StatementPages(StatementStore statements, TakeInStatements takeIn, SetupStore setup) {
        this.statements = statements;
        this.takeIn = takeIn;
        this.setup = setup;
    }

    @GetMapping("/statements")
    String list(Model model) {
        model.addAttribute("statements", statements.list(300));
        model.addAttribute("accounts", setup.bankAccounts());
        return "statements/list";
    }

    @PostMapping("/statements/file")
    String file(@RequestParam MultipartFile file) throws IOException {
        return "redirect:/statements/" + takeIn.fromFile(file.getOriginalFilename(), file.getInputStream());
    }

    @PostMapping("/statements/fetch")
    String fetch() {
        takeIn.fetch();
        return "redirect:/statements";
    }

    @GetMapping("/statements/{id}")
    String one(@PathVariable UUID id, Model model) {
        var statement = statements.find(id).orElseThrow(NotHere::new);
        model.addAttribute("statement", statement);
        model.addAttribute("account", setup.bankAccount(statement.bankAccountId()));
        model.addAttribute("lines", statements.lines(id));
        return "statements/one";
    }
}
