package exactum.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** Gives each story the same running installation; it begins where it asks to. */
class OneInstallation implements ParameterResolver {
    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Installation.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(Installation.class, k -> started(), Installation.class);
    }

    private static Installation started() {
        try {
            return new Installation();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
