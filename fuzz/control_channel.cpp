// SPDX-License-Identifier: GPL-3.0-or-later
// What a stranger may send to the agent or to a client: a message read whole or dropped, never a crash.
#include <cstdint>
#include <cstdlib>

#include <sys/socket.h>

#include "traffic/channel.h"

using namespace sokudo;
using namespace sokudo::traffic;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size < 1 || size > 8000) return 0;
    const std::string_view text(reinterpret_cast<const char*>(data) + 1, size - 1);
    if (const auto message = messageFrom(text)) {
        // What was read can be said again, and means the same.
        const auto again = messageFrom(textOf(*message));
        if (!again || again->index() != message->index()) std::abort();
    } else if (message.error().what.text().empty()) {
        std::abort();
    }
    // The same bytes as they come off a socket: framed rightly, or as they are; before and after the pairing.
    int ends[2] = {-1, -1};
    if (::socketpair(AF_UNIX, SOCK_STREAM, 0, ends) != 0) return 0;
    Channel server{Socket(ends[0]), Side::Server};
    const Socket stranger(ends[1]);
    Bytes bytes;
    if (data[0] & 1)
        bytes = {0, 0, static_cast<std::uint8_t>(text.size() >> 8), static_cast<std::uint8_t>(text.size())};
    bytes.insert(bytes.end(), text.begin(), text.end());
    if (data[0] & 2) server.useKey(Key{});
    sendAll(stranger, bytes);
    ::shutdown(stranger.descriptor(), SHUT_WR);
    while (server.receive(Milliseconds(50))) {}
    return 0;
}
