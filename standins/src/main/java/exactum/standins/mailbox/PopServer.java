package exactum.standins.mailbox;

import exactum.standins.StandinSettings;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/** Hands out reports by POP3 (RFC 1939): one mailbox, open to whoever comes. */
@Component
class PopServer implements DisposableBean {
    private final Reports reports;
    private final ServerSocket socket;

    PopServer(StandinSettings settings, Reports reports) throws IOException {
        this.reports = reports;
        socket = new ServerSocket(settings.popPort(), 20, InetAddress.getLoopbackAddress());
        Thread.ofVirtual().start(this::listen);
    }

    private void listen() {
        while (!socket.isClosed()) {
            try {
                Socket line = socket.accept();
                Thread.ofVirtual().start(() -> talk(line));
            } catch (IOException closed) {
                return;
            }
        }
    }

    private void talk(Socket line) {
        try (line) {
            var in = new BufferedReader(new InputStreamReader(line.getInputStream(), StandardCharsets.US_ASCII));
            OutputStream out = line.getOutputStream();
            List<Reports.Waiting> there = reports.waiting();
            Set<Integer> deleted = new HashSet<>();
            say(out, "+OK reports");
            for (String command; (command = in.readLine()) != null; ) {
                String[] words = command.strip().split("\\s+");
                String verb = words[0].toUpperCase(Locale.ROOT);
                int no = words.length > 1 && words[1].matches("\\d{1,6}") ? Integer.parseInt(words[1]) : 0;
                switch (verb) {
                    case "USER", "PASS", "NOOP", "RSET" -> say(out, "+OK");
                    case "STAT" -> say(out, "+OK %d %d".formatted(there.size(), size(there)));
                    case "LIST" -> list(out, there, no);
                    case "UIDL" -> uidl(out, there, no);
                    case "RETR", "TOP" -> retrieve(out, there, no);
                    case "DELE" -> {
                        deleted.add(no);
                        say(out, "+OK");
                    }
                    case "QUIT" -> {
                        deleted.stream()
                                .filter(n -> n > 0 && n <= there.size())
                                .forEach(n -> reports.fetched(there.get(n - 1).id()));
                        say(out, "+OK bye");
                        return;
                    }
                    default -> say(out, "-ERR not here");
                }
            }
        } catch (IOException gone) {
            // whoever came has left; what was marked stays
        }
    }

    private static int size(List<Reports.Waiting> there) {
        return there.stream().mapToInt(w -> bytes(w).length).sum();
    }

    private static byte[] bytes(Reports.Waiting waiting) {
        return waiting.mail().getBytes(StandardCharsets.UTF_8);
    }

    private static void list(OutputStream out, List<Reports.Waiting> there, int no) throws IOException {
        if (no > 0) {
            say(out, no <= there.size() ? "+OK %d %d".formatted(no, bytes(there.get(no - 1)).length) : "-ERR");
            return;
        }
        say(out, "+OK");
        for (int i = 0; i < there.size(); i++) say(out, (i + 1) + " " + bytes(there.get(i)).length);
        say(out, ".");
    }

    private static void uidl(OutputStream out, List<Reports.Waiting> there, int no) throws IOException {
        if (no > 0) {
            say(
                    out,
                    no <= there.size()
                            ? "+OK %d %s".formatted(no, there.get(no - 1).id())
                            : "-ERR");
            return;
        }
        say(out, "+OK");
        for (int i = 0; i < there.size(); i++)
            say(out, (i + 1) + " " + there.get(i).id());
        say(out, ".");
    }

    private static void retrieve(OutputStream out, List<Reports.Waiting> there, int no) throws IOException {
        if (no < 1 || no > there.size()) {
            say(out, "-ERR");
            return;
        }
        say(out, "+OK");
        for (String line : there.get(no - 1).mail().split("\\r?\\n", -1))
            say(out, line.startsWith(".") ? "." + line : line);
        say(out, ".");
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
    }

    @Override
    public void destroy() throws IOException {
        socket.close();
    }
}
