// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a traffic test. Needs no window and no Qt; listens on loopback unless told otherwise.
#include <algorithm>
#include <cmath>
#include <csignal>
#include <cstdio>
#include <filesystem>
#include <fstream>

#include <fmt/format.h>
#include <getopt.h>

#include "core/base/guard.h"
#include "core/base/text.h"
#include "host/host_reader.h"
#include "traffic/trial_server.h"

using namespace sokudo;

namespace {

traffic::TrialServer* running = nullptr;

void stopRunning(int)
{
    if (running) running->stop();
}

int fail(const Error& error)
{
    std::fprintf(stderr, "sokudo-agent: %s\n", error.message().c_str());
    return 2;
}

/// The key in a file; says when others may read it.
Result<std::string> keyFrom(const std::string& file)
{
    std::ifstream in(file);
    std::string key;
    if (!std::getline(in, key)) return failure(ErrorCode::NotFound, "the key file cannot be read", file);
    const auto rights = std::filesystem::status(file).permissions();
    if ((rights & (std::filesystem::perms::group_read | std::filesystem::perms::others_read)) !=
        std::filesystem::perms::none)
        std::fprintf(stderr, "sokudo-agent: others may read %s; chmod 600 it\n", file.c_str());
    return text::trimmed(key);
}

struct Options {
    std::string address = "127.0.0.1", keyFile;
    double port = 7411, mostStreams = 16, minutes = 30, longest = 60, mostGbps = 0;
    bool isForTestsOnly = false;
};

/// An option that takes a figure, with what it may be.
struct Figure {
    const char* name;
    double Options::*into;
    double least, most;
    bool isWhole;
};
constexpr Figure kFigures[] = {{"port", &Options::port, 0, 65534, true},
                               {"minutes", &Options::minutes, 0.01, 1440, false},
                               {"max-seconds", &Options::longest, 1, 300, false},
                               {"max-streams", &Options::mostStreams, 1, 16, true},
                               {"max-gbps", &Options::mostGbps, 0, 1600, false}};

constexpr const char* kHelp =
    "Serves Sokudo's memory-to-memory tests to a peer that proves the pairing key.\n"
    "Usage: sokudo-agent [OPTIONS]\n\n"
    "  --listen ADDRESS     address to listen on; 127.0.0.1 unless told otherwise\n"
    "  --port N             control port, 0 to 65534; tests use the port after it for data\n"
    "  --key-file FILE      file with the pairing key; without it a new key is made and printed\n"
    "  --minutes N          stop by itself after this time, 0.01 to 1440\n"
    "  --max-seconds N      longest test, warm-up included, 1 to 300\n"
    "  --max-streams N      most streams a direction, 1 to 16\n"
    "  --max-gbps N         most traffic, up to 1600; 0: no bound\n"
    "  --tests-only         do not tell a peer what cards, slots and modules this machine has\n"
    "  --help, --version\n";

tl::unexpected<Error> wrong(const std::string& what, const std::string& where)
{
    return failure(ErrorCode::BadInput, text::Sentence(what), where);
}

/// @return nothing where it has said what it was asked for, and ends
Result<std::optional<Options>> optionsOf(int argc, char** argv)
{
    Options given;
    std::vector<option> known{{"listen", required_argument, nullptr, 'l'},
                              {"key-file", required_argument, nullptr, 'k'},
                              {"tests-only", no_argument, nullptr, 't'},
                              {"help", no_argument, nullptr, 'h'},
                              {"version", no_argument, nullptr, 'v'}};
    for (const Figure& one : kFigures) known.push_back({one.name, required_argument, nullptr, 'f'});
    known.push_back({});
    int at = -1;
    for (int letter; (letter = ::getopt_long(argc, argv, ":h", known.data(), &at)) != -1; at = -1) {
        const std::string value = optarg ? optarg : "", said = argv[std::max(1, optind - 1)];
        if (letter == '?') return wrong("there is no such option; --help lists them", said);
        if (letter == ':') return wrong("a value must follow it", said);
        if (letter == 'h' || letter == 'v') {
            std::fputs(letter == 'h' ? kHelp : "sokudo-agent 0.1.0\n", stdout);
            return std::nullopt;
        }
        if (letter == 'l') given.address = value;
        if (letter == 'k') given.keyFile = value;
        if (letter == 't') given.isForTestsOnly = true;
        for (const Figure& one : kFigures) {
            if (letter != 'f' || std::string_view(one.name) != known[static_cast<std::size_t>(at)].name) continue;
            const auto figure = text::parseNumber(value);
            if (!figure || *figure < one.least || *figure > one.most || (one.isWhole && *figure != std::floor(*figure)))
                return wrong(fmt::format("it is a {} from {} to {}", one.isWhole ? "whole number" : "figure",
                                         text::number(one.least), text::number(one.most)),
                             fmt::format("--{} {}", one.name, value));
            given.*one.into = *figure;
        }
    }
    if (optind < argc) return wrong("there is no such option; --help lists them", argv[optind]);
    return given;
}

int run(int argc, char** argv)
{
    const auto options = optionsOf(argc, argv);
    if (!options) return fail(options.error());
    if (!*options) return 0;
    const Options& given = **options;
    const auto key = given.keyFile.empty() ? Result<std::string>(traffic::newPairingKey()) : keyFrom(given.keyFile);
    if (!key) return fail(key.error());
    traffic::ServerBounds bounds;
    bounds.longestTest = Duration::of(given.longest);
    bounds.mostStreams = static_cast<int>(given.mostStreams);
    bounds.lifetime = Duration::of(given.minutes * 60);
    if (given.mostGbps > 0) bounds.mostRate = gigabits(given.mostGbps);
    auto server = traffic::TrialServer::listen(given.address, static_cast<int>(given.port), *key, bounds);
    if (!server) return fail(server.error());
    if (!given.isForTestsOnly) (*server)->setHostReader([] { return host::SystemHostReader("/").read(); });
    running = server->get();
    std::signal(SIGINT, stopRunning);
    std::signal(SIGTERM, stopRunning);
    std::signal(SIGPIPE, SIG_IGN);
    std::printf("listening on %s port %d (data on %d) for %s min\n", given.address.c_str(), (*server)->port(),
                (*server)->dataPort(), text::number(given.minutes).c_str());
    if (given.keyFile.empty()) std::printf("pairing key: %s\n", key->c_str());
    std::fflush(stdout);
    (*server)->serve([](const std::string& what) {
        std::printf("%s\n", what.c_str());
        std::fflush(stdout);
    });
    running = nullptr;
    return 0;
}

}  // namespace

int main(int argc, char** argv)
{
    return guarded("sokudo-agent", [=] { return run(argc, argv); });
}
