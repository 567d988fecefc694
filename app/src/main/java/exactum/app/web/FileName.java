package exactum.app.web;

import exactum.core.text.CleanText;
import exactum.core.text.TextKind;
import org.springframework.web.multipart.MultipartFile;

/** What a file that came with a form is called: without folders and what cannot be shown. */
public final class FileName {
    private FileName() {}

    public static String of(MultipartFile file) {
        String whole = file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        String name = CleanText.harmless(whole.replaceAll(".*[/\\\\]", ""), TextKind.NAME.most());
        return name.isEmpty() ? "file" : name;
    }
}
