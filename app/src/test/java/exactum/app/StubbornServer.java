package exactum.app;

import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Properties;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.mail.javamail.JavaMailSenderImpl;

/**
 * A mail server (RFC 5321) that answers as a test wants: it refuses or puts off single addresses, is slow, or breaks off after it took a
 * message, before it says so.
 */
final class StubbornServer implements AutoCloseable {
    /** A message that it took, with the addresses that it took it for. */
    record Taken(String id, String from, List<String> to, String text) {}

    private final List<Taken> taken = new CopyOnWriteArrayList<>();
    private final Map<String, String> answers = new ConcurrentHashMap<>();
    private final Map<String, CountDownLatch> slow = new ConcurrentHashMap<>();
    private final AtomicInteger breaks = new AtomicInteger();
    private final JavaMailSenderImpl mail;
    private final int portBefore;
    private final ServerSocket socket;

    StubbornServer(JavaMailSenderImpl mail) {
        this.mail = mail;
        portBefore = mail.getPort();
        try {
            socket = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        mail.setPort(socket.getLocalPort());
        Thread.ofVirtual().start(this::listen);
    }

    List<Taken> taken() {
        return taken;
    }

    /** What it answers to an address from now on; null for its consent. */
    void answers(String address, String line) {
        if (line == null) answers.remove(address);
        else answers.put(address, line);
    }

    /** Takes a message for the address, and says so only once it is told to. */
    void answersOnce(String address, CountDownLatch told) {
        slow.put(address, told);
    }

    /** Closes the line so often after it took a message, instead of saying so. */
    void breaksOff(int times) {
        breaks.set(times);
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
            InputStream in = line.getInputStream();
            OutputStream out = line.getOutputStream();
            var to = new ArrayList<String>();
            String from = "";
            say(out, "220 stubborn");
            for (String command; (command = read(in)) != null; ) {
                String verb =
                        command.length() < 4 ? "" : command.substring(0, 4).toUpperCase(java.util.Locale.ROOT);
                switch (verb) {
                    case "EHLO", "HELO", "MAIL", "RSET", "NOOP" -> {
                        if (!verb.equals("NOOP")) to.clear();
                        if (verb.equals("MAIL")) from = command.replaceAll(".*<(.*)>.*", "$1");
                        say(out, "250 yes");
                    }
                    case "RCPT" -> {
                        String address = command.replaceAll(".*<(.*)>.*", "$1");
                        String answer = answers.get(address);
                        if (answer == null) to.add(address);
                        say(out, answer == null ? "250 yes" : answer);
                    }
                    case "DATA" -> {
                        say(out, "354 go on");
                        take(data(in), from, List.copyOf(to));
                        if (breaks.getAndUpdate(n -> Math.max(0, n - 1)) > 0) return;
                        for (String address : to)
                            if (slow.containsKey(address)) slow.get(address).await();
                        say(out, "250 taken");
                    }
                    case "QUIT" -> {
                        say(out, "221 bye");
                        return;
                    }
                    default -> say(out, "502 no");
                }
            }
        } catch (IOException gone) {
            // the other side left
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private void take(byte[] data, String from, List<String> to) {
        try {
            var message = new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(data));
            taken.add(new Taken(
                    message.getMessageID(), from, to, message.getSubject() + "\n" + MailServer.text(message)));
        } catch (Exception unreadable) {
            throw new IllegalStateException(unreadable);
        }
    }

    private static byte[] data(InputStream in) throws IOException {
        var data = new ByteArrayOutputStream();
        for (String line; (line = read(in)) != null && !line.equals("."); ) {
            data.writeBytes((line.startsWith(".") ? line.substring(1) : line).getBytes(StandardCharsets.ISO_8859_1));
            data.writeBytes("\r\n".getBytes(StandardCharsets.ISO_8859_1));
        }
        return data.toByteArray();
    }

    private static String read(InputStream in) throws IOException {
        var line = new StringBuilder();
        for (int c; (c = in.read()) >= 0; ) {
            if (c == '\n') return line.toString();
            if (c != '\r') line.append((char) c);
        }
        return null;
    }

    private static void say(OutputStream out, String line) throws IOException {
        out.write((line + "\r\n").getBytes(StandardCharsets.ISO_8859_1));
        out.flush();
    }

    @Override
    public void close() {
        mail.setPort(portBefore);
        try {
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
