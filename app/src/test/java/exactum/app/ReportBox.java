package exactum.app;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;

/** A mailbox of reports that is read by POP3 (RFC 1939); what is deleted is gone once the reader has said goodbye. */
final class ReportBox implements AutoCloseable {
    private final List<String> mails = new CopyOnWriteArrayList<>();
    private final ServerSocket socket;

    ReportBox() {
        try {
            socket = new ServerSocket(0, 5, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Thread.ofVirtual().start(this::listen);
    }

    int port() {
        return socket.getLocalPort();
    }

    List<String> mails() {
        return mails;
    }

    /** A report of RFC 3464 about one address. */
    void put(String to, String recipient, String action, String status) {
        mails.add("""
                From: mailer-daemon@far.example
                To: <%1$s>
                Subject: Undelivered
                MIME-Version: 1.0
                Content-Type: multipart/report; report-type=delivery-status; boundary="x"

                --x
                Content-Type: text/plain

                It did not arrive.
                --x
                Content-Type: message/delivery-status

                Reporting-MTA: dns; far.example

                Final-Recipient: rfc822; %2$s
                Action: %3$s
                Status: %4$s
                Diagnostic-Code: smtp; 550 gone away
                --x--
                """.formatted(to, recipient, action, status));
    }

    private void listen() {
        while (!socket.isClosed()) {
            try (Socket line = socket.accept()) {
                talk(line);
            } catch (IOException closed) {
                return;
            }
        }
    }

    private void talk(Socket line) throws IOException {
        var in = new BufferedReader(new InputStreamReader(line.getInputStream(), StandardCharsets.US_ASCII));
        OutputStream out = line.getOutputStream();
        List<String> there = List.copyOf(mails);
        var deleted = new java.util.ArrayList<String>();
        say(out, "+OK");
        for (String command; (command = in.readLine()) != null; ) {
            String verb = command.split(" ")[0].toUpperCase(java.util.Locale.ROOT);
            int no = command.matches("\\w+ \\d+.*") ? Integer.parseInt(command.split(" ")[1]) : 0;
            switch (verb) {
                case "STAT" -> say(out, "+OK %d %d".formatted(there.size(), 1000 * there.size()));
                case "LIST" ->
                    say(out, "+OK %d %d".formatted(no, there.get(no - 1).length()));
                case "RETR", "TOP" -> {
                    say(out, "+OK");
                    for (String text : there.get(no - 1).split("\n"))
                        say(out, text.startsWith(".") ? "." + text : text);
                    say(out, ".");
                }
                case "DELE" -> {
                    deleted.add(there.get(no - 1));
                    say(out, "+OK");
                }
                case "QUIT" -> {
                    mails.removeAll(deleted);
                    say(out, "+OK");
                    return;
                }
                case "CAPA" -> say(out, "-ERR");
                default -> say(out, "+OK");
            }
        }
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
    }

    @Override
    public void close() {
        try {
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
