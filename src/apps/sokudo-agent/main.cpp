// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a traffic test. Needs no window and no Qt; listens on loopback unless told otherwise.
#include <atomic>
#include <csignal>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <iostream>

#include <CLI/CLI.hpp>

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

int run(int argc, char** argv)
{
    CLI::App app("Serves Sokudo's memory-to-memory tests to a peer that proves the pairing key.", "sokudo-agent");
    std::string address = "127.0.0.1", keyFile;
    int port = 7411, mostStreams = 16;
    bool isForTestsOnly = false;
    double minutes = 30, longest = 60, mostGbps = 0;
    app.set_version_flag("--version", "sokudo-agent 0.1.0");
    app.add_option("--listen", address, "address to listen on; 127.0.0.1 unless told otherwise");
    app.add_option("--port", port, "control port; tests use the port after it for data")->check(CLI::Range(0, 65534));
    app.add_option("--key-file", keyFile, "file with the pairing key; without it a new key is made and printed");
    app.add_option("--minutes", minutes, "stop by itself after this time")->check(CLI::Range(0.01, 1440.0));
    app.add_option("--max-seconds", longest, "longest test, warm-up included")->check(CLI::Range(1.0, 300.0));
    app.add_option("--max-streams", mostStreams, "most streams a direction")->check(CLI::Range(1, 16));
    app.add_option("--max-gbps", mostGbps, "most traffic; 0: no bound")->check(CLI::Range(0.0, 1600.0));
    app.add_flag("--tests-only", isForTestsOnly, "do not tell a peer what cards, slots and modules this machine has");
    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& problem) {
        if (problem.get_exit_code() == 0) return app.exit(problem);
        return fail({ErrorCode::BadInput, problem.what(), ""});
    }
    const auto key = keyFile.empty() ? Result<std::string>(traffic::newPairingKey()) : keyFrom(keyFile);
    if (!key) return fail(key.error());
    traffic::ServerBounds bounds;
    bounds.longestTest = Duration::of(longest);
    bounds.mostStreams = mostStreams;
    bounds.lifetime = Duration::of(minutes * 60);
    if (mostGbps > 0) bounds.mostRate = gigabits(mostGbps);
    auto server = traffic::TrialServer::listen(address, port, *key, bounds);
    if (!server) return fail(server.error());
    if (!isForTestsOnly) (*server)->setHostReader([] { return host::SystemHostReader("/").read(); });
    running = server->get();
    std::signal(SIGINT, stopRunning);
    std::signal(SIGTERM, stopRunning);
    std::signal(SIGPIPE, SIG_IGN);
    std::printf("listening on %s port %d (data on %d) for %s min\n", address.c_str(), (*server)->port(),
                (*server)->dataPort(), text::number(minutes).c_str());
    if (keyFile.empty()) std::printf("pairing key: %s\n", key->c_str());
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
