package exactum.e2e;

import java.io.IOException;
import java.io.UncheckedIOException;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/** Gives each story the same running installation, one for each process that tests; it begins where it asks to. */
class OneInstallation implements ParameterResolver {
    private static Installation only;

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext context) {
        return parameter.getParameter().getType() == Installation.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext context) {
        return started();
    }

    private static synchronized Installation started() {
        try {
            if (only == null) {
                only = new Installation();
                Runtime.getRuntime().addShutdownHook(new Thread(only::close));
            }
            return only;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
