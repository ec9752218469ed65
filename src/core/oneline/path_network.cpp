// SPDX-License-Identifier: GPL-3.0-or-later
// Parts of a path line between machines: links, bonds, shared media, routers, tunnels, plans, and what TCP leaves.
#include <charconv>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/formulas/media_faults.h"
#include "core/formulas/radio.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/path_parts.h"

namespace sokudo::oneline {
namespace {

constexpr text::Line kLinkWords{"path-network.words-of-a-link",
                                "mtu=9000, ipv6, udp, udp=1200, rdma, vlan, no-timestamps, tunnel=vxlan"};

/// Reads a word that says how packets are framed; false: it is another word.
Result<bool> readFraming(const Token& token, const kb::KnowledgeBase& kb, formulas::Framing& framing,
                         std::optional<int>& mtu)
{
    if (token.text == "mtu" || ((token.text == "vlan" || token.text == "tags") && token.hasValue())) {
        const auto whole = token.text == "mtu" ? wholeNumber(token, 576, 65535) : wholeNumber(token, 0, 2);
        if (!whole) return tl::unexpected(whole.error());
        (token.text == "mtu" ? mtu.emplace() : framing.vlanTags) = *whole;
    } else if (token.text == "vlan") framing.vlanTags = 1;
    else if (token.text == "ipv6") framing.ipv6 = true;
    else if (token.text == "udp") {
        framing.transport = formulas::Transport::Udp;
        if (!token.hasValue()) return true;
        const auto bytes = wholeNumber(token, 1, 65507);
        if (!bytes) return tl::unexpected(bytes.error());
        framing.payload = *bytes;
    } else if (token.text == "notimestamps" || token.text == "no-timestamps") framing.timestamps = false;
    else if (token.text == "tunnel") {
        const kb::Encapsulation* row = kb.find<kb::Encapsulation>(token.value);
        if (!row) {
            std::vector<std::string> known;
            for (const kb::Encapsulation& one : kb.all<kb::Encapsulation>()) known.push_back(one.id);
            return tl::unexpected(pointAt(
                token, text::say("path-network.no-tunnel-that-sokudo", "no tunnel that Sokudo knows; known are ") +
                           text::joined(known, ", ")));
        }
        framing = formulas::wrapped(framing, *row);
    } else if (token.text == "rdma") framing.transport = formulas::Transport::Rdma;
    else return token.text == "ipv4" || token.text == "tcp";
    return true;
}

Result<std::optional<PathPart>> readLink(BitRate rate, const Words& words, const kb::KnowledgeBase& kb)
{
    formulas::Framing framing;
    PathPart part;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const auto read = readFraming(words[i], kb, framing, part.mtu);
        if (!read) return tl::unexpected(read.error());
        if (!*read) return tl::unexpected(unknownWord(words[i], "a link", kLinkWords));
    }
    part.isRemoteMemory = framing.transport == formulas::Transport::Rdma;
    part.framing = framing;
    part.isMtuStated = part.mtu.has_value();
    part.mtu = part.mtu.value_or(kUsualMtu);
    part.make = [rate, framing, own = *part.mtu](const Assembly& line) mutable {
        framing.mtu = line.mtu;
        auto stage = expect::linkStage(line.kb, rate, framing);
        if (stage) stage->mtu = own;
        return stage;
    };
    return part;
}

/// "bond 2*10g flows=4 spread=ports"
Result<std::optional<PathPart>> readBond(const Words& words, const kb::KnowledgeBase& kb)
{
    constexpr std::string_view kHow = "write members and their rate, such as bond 2*10g flows=4 spread=ports";
    formulas::Framing framing;
    PathPart part;
    int members = 0, flows = 1;
    BitRate each;
    expect::Spread spread = expect::Spread::PerConnection;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const auto pieces = text::split(token.text, '*');
        if (pieces.size() == 2 && text::parseNumber(pieces[0]) && rateOf(pieces[1])) {
            const auto whole = wholeOf(*text::parseNumber(pieces[0]), 2, 8);
            if (!whole)
                return tl::unexpected(
                    pointAt(token, text::say("path-network.a-bond-has-to", "a bond has 2 to 8 members")));
            members = *whole;
            each = *rateOf(pieces[1]);
        } else if (token.text == "flows") {
            const auto whole = wholeNumber(token, 1, 1024);
            if (!whole) return tl::unexpected(whole.error());
            flows = *whole;
        } else if (token.text == "spread") {
            const auto read = expect::spreadFromCode(token.value);
            if (!read)
                return tl::unexpected(pointAt(token, text::say("path-network.spread-is-ports-addresses",
                                                               "spread is ports, addresses, round-robin or standby")));
            spread = *read;
        } else {
            const auto read = readFraming(token, kb, framing, part.mtu);
            if (!read) return tl::unexpected(read.error());
            if (!*read)
                return tl::unexpected(
                    unknownWord(token, "a bond",
                                text::say("path-network.words-of-a-bond", "2*10g, flows=4, spread=ports and {}",
                                          text::Sentence(kLinkWords))));
        }
    }
    if (members == 0) return tl::unexpected(pointAt(words.front(), std::string(kHow)));
    part.isMtuStated = part.mtu.has_value();
    part.framing = framing;
    part.mtu = part.mtu.value_or(kUsualMtu);
    part.make = [=, own = *part.mtu](const Assembly& line) mutable {
        framing.mtu = line.mtu;
        auto stage = expect::bondStage(line.kb, members, each, framing, flows, spread);
        if (stage) stage->mtu = own;
        return stage;
    };
    return part;
}

/// "internet 1g fibre-plan busy-hour"
Result<std::optional<PathPart>> readInternet(const Words& words, const kb::KnowledgeBase& kb)
{
    std::optional<BitRate> plan, upload, gives;
    std::string overshoot = "any-plan";
    formulas::Framing inside;
    expect::Factors factors;
    for (std::size_t i = 1; i < words.size(); ++i) {
        if (words[i].text == "upload") {
            upload = rateOf(words[i].value);
            if (!upload)
                return tl::unexpected(pointAt(words[i], text::say("path-network.write-the-rate-of",
                                                                  "write the rate of the way up, such as upload=20m")));
        } else if (words[i].text == "gives") {
            const auto own = payloadRateOf(words[i]);
            if (!own) return tl::unexpected(own.error());
            gives = *own;
        } else if (words[i].text == "tunnel") {
            std::optional<int> none;
            if (const auto read = readFraming(words[i], kb, inside, none); !read) return tl::unexpected(read.error());
        } else if (const auto rate = rateOf(words[i].text)) plan = rate;
        else if (!isFactor(kb, words[i], "internet"))
            return tl::unexpected(unknownWord(
                words[i], "an internet plan",
                text::say("path-network.its-rate-upload-m",
                          "its rate, upload=20m, gives=1.3g, tunnel=udp-tunnel, fibre-plan, cable-plan, any-plan, "
                          "busy-hour")));
        else if (words[i].text.ends_with("-plan")) overshoot = words[i].text;
        else factors.push_back(words[i].text);
    }
    if (!plan)
        return tl::unexpected(pointAt(words.front(), text::say("path-network.write-the-rate-of-2",
                                                               "write the rate of the plan, such as internet 1g")));
    return PathPart{Turn::Path, kUsualMtu, [=](const Assembly& line) -> Result<expect::Stage> {
                        auto stage = gives ? expect::ownInternetStage(*gives)
                                           : expect::internetStage(line.kb, *plan, overshoot, factors, upload);
                        if (stage && inside.shorterBy > 0) *stage = expect::inTunnel(std::move(*stage), inside);
                        return stage;
                    }};
}

/// "1e-9", as bit error ratios are written; above 0 and below 1
std::optional<double> errorRatioOf(std::string_view word)
{
    double value = 0;
    const auto [end, error] = std::from_chars(word.data(), word.data() + word.size(), value);
    const bool isRatio = error == std::errc() && end == word.data() + word.size() && value > 0 && value < 1;
    return isRatio ? std::optional(value) : std::nullopt;
}

/// At another MTU the packets keep all else: IPv6, tunnel, timestamps.
Result<expect::Stage> lossOfTcp(double share, Duration roundTrip, const formulas::Framing& framing, int streams)
{
    auto stage = expect::lossStage(share, roundTrip, formulas::payloadBytes(framing), streams);
    if (stage)
        stage->varied = [=](const kb::KnowledgeBase&, const expect::Varied& to) {
            formulas::Framing other = framing;
            other.mtu = to.mtu;
            return lossOfTcp(share, roundTrip, other, streams);
        };
    return stage;
}

/// What the transport of the line leaves of a share of lost packets.
Result<expect::Stage> lossOn(const Assembly& line, double lost, Duration roundTrip, int streams)
{
    switch (line.framing.transport) {
    case formulas::Transport::Tcp: return lossOfTcp(lost, roundTrip, line.framing, streams);
    case formulas::Transport::Udp: return expect::datagramLossStage(lost, line.result);
    case formulas::Transport::Rdma: break;
    }
    return failure(ErrorCode::BadInput,
                   text::say("path-network.remote-memory-needs-no-loss",
                             "remote memory access is made for a network that loses nothing, and no law says what loss "
                             "leaves of it: leave loss out, and measure"));
}

/// "window 64kib rtt=20ms streams=4", "loss 0.1% rtt=0.3ms"
Result<std::optional<PathPart>> readTransport(const Words& words)
{
    const bool isWindow = words.front().text == "window";
    std::optional<DataSize> window;
    std::optional<double> share, flips;
    std::optional<Duration> roundTrip;
    int streams = 1;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        if (token.text == "rtt" && durationOf(token.value)) roundTrip = durationOf(token.value);
        else if (token.text == "streams") {
            const auto whole = wholeNumber(token, 1, 64);
            if (!whole) return tl::unexpected(whole.error());
            streams = *whole;
        } else if (isWindow && sizeOf(token.text)) window = sizeOf(token.text);
        else if (!isWindow && token.text == "ber" && errorRatioOf(token.value)) flips = errorRatioOf(token.value);
        else if (!isWindow && shareOf(token.text)) share = shareOf(token.text);
        else
            return tl::unexpected(unknownWord(
                token, isWindow ? "a window" : "loss",
                isWindow ? text::say("path-network.its-size-such-as", "its size such as 64kib, rtt=20ms, streams=4")
                         : text::say("path-network.its-share-such-as",
                                     "its share such as 0.1% or ber=1e-9, rtt=0.3ms, streams=4")));
    }
    if (!roundTrip || (isWindow ? !window : !share && !flips))
        return tl::unexpected(
            pointAt(words.front(), isWindow ? text::say("path-network.write-size-and-round",
                                                        "write size and round trip, such as window 64kib rtt=20ms")
                                            : text::say("path-network.write-share-and-round",
                                                        "write share and round trip, such as loss 0.1% rtt=0.3ms")));
    if (isWindow)
        return PathPart{Turn::Path, {}, [=](const Assembly& line) -> Result<expect::Stage> {
                            if (line.framing.transport != formulas::Transport::Tcp)
                                return failure(ErrorCode::BadInput,
                                               text::say("path-network.only-tcp-has-a-window",
                                                         "only TCP waits for a window: leave it out, or leave out udp "
                                                         "or rdma"));
                            return expect::windowStage(*window, *roundTrip, streams);
                        }};
    return PathPart{Turn::Path, {}, [=](const Assembly& line) {
                        return lossOn(line,
                                      share ? *share : formulas::frameLoss(*flips, formulas::wireBytes(line.framing)),
                                      *roundTrip, streams);
                    }};
}

/// What is left of a medium when so many take turns on it.
expect::Stage inTurns(expect::Stage stage, int stations)
{
    if (stations < 2) return stage;
    for (kb::Band* band : {&stage.carries, stage.both ? &*stage.both : nullptr})
        if (band)
            *band = {scaled(band->low, 1.0 / stations), scaled(band->typical, 1.0 / stations),
                     scaled(band->high, 1.0 / stations)};
    stage.working += text::say("path-network.stations-take-turns-up", "; {} stations take turns: up to {} each",
                               stations, text::figure::rate(stage.carries.high));
    return stage;
}

/// "radio 2402m wall stations=3": radio of which the PHY rate is known
Result<std::optional<PathPart>> readRadio(const Words& words, const kb::KnowledgeBase& kb)
{
    std::optional<BitRate> phy;
    expect::Factors factors;
    int stations = 1, mcs = -1, width = 0, streams = 1;
    for (std::size_t i = 1; i < words.size(); ++i) {
        if (words[i].text == "stations") {
            const auto whole = wholeNumber(words[i], 1, 200);
            if (!whole) return tl::unexpected(whole.error());
            stations = *whole;
        } else if (words[i].text == "mcs" || words[i].text == "width" || words[i].text == "streams") {
            const auto whole = wholeNumber(words[i], 0, 320);
            if (!whole) return tl::unexpected(whole.error());
            (words[i].text == "mcs" ? mcs : words[i].text == "width" ? width : streams) = *whole;
        } else if (isFactor(kb, words[i], "radio")) factors.push_back(words[i].text);
        else if (const auto rate = rateOf(words[i].text)) phy = rate;
        else
            return tl::unexpected(
                unknownWord(words[i], "radio",
                            text::say("path-network.its-phy-rate-such",
                                      "its PHY rate such as 2402m, or mcs=11 width=160 streams=2; stations=3, "
                                      "wall, two-walls, floor, repeat, backhaul")));
    }
    if (!phy && mcs >= 0) phy = formulas::wifiRate(mcs, width, streams);
    if (!phy && mcs >= 0)
        return tl::unexpected(
            pointAt(words.front(),
                    text::say("path-network.there-is-no-such",
                              "there is no such radio: mcs 0 to 13, width 20, 40, 80, 160 or 320, streams 1 to 16")));
    if (!phy)
        return tl::unexpected(pointAt(
            words.front(),
            text::say("path-network.write-the-phy-rate", "write the PHY rate of the radio, such as radio 2402m")));
    return PathPart{Turn::Path, kUsualMtu, [=](const Assembly& line) -> Result<expect::Stage> {
                        auto stage = expect::radioShareStage(line.kb, *phy);
                        if (!stage) return stage;
                        if (const auto error = expect::applyFactors(line.kb, factors, "radio", *stage))
                            return tl::unexpected(*error);
                        return inTurns(std::move(*stage), stations);
                    }};
}

/// The words that a row of ceilings.csv takes.
Error unknownCeilingWord(const kb::Ceiling& row, const Token& word, bool isMedium, const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known;
    for (const kb::StageFactor& one : kb.all<kb::StageFactor>())
        if (one.stage == row.kind) known.push_back(one.id);
    if (row.kind == "coax") known.insert(known.end(), {"phy=3.1g", "phy-back=2.0g", "nodes=3"});
    if (isMedium) known.emplace_back("gives=0.9g");
    text::Sentence list = known.empty() ? text::Sentence("nothing") : text::Sentence(text::joined(known, ", "));
    if (row.kind == "radio" && text::parseNumber(word.text))
        list += text::say("path-network.a-generation-is-part", "; a generation is part of the word: wifi{}-2x2-80",
                          word.text);
    return unknownWord(word, row.name, list);
}

/// A row of ceilings.csv with what changes it: "wifi6-2x2-160 wall", "router-soc", "smb-sign-hmac"
Result<std::optional<PathPart>> readCeiling(const kb::Ceiling& row, const Words& words, const kb::KnowledgeBase& kb)
{
    expect::Factors factors;
    std::optional<BitRate> phy, back, gives;
    int stations = 1, nodes = 2;
    const bool isCoax = row.kind == "coax";
    const bool isMedium = isCoax || row.kind == "power-line" || row.kind == "radio" || row.kind == "cable";
    for (std::size_t i = 1; i < words.size(); ++i) {
        if (isCoax && words[i].text == "nodes") {
            const auto whole = wholeNumber(words[i], 2, 16);
            if (!whole) return tl::unexpected(whole.error());
            nodes = *whole;
            continue;
        }
        if (isCoax && (words[i].text == "phy" || words[i].text == "phy-back") && rateOf(words[i].value)) {
            (words[i].text == "phy" ? phy : back) = rateOf(words[i].value);
            continue;
        }
        if (words[i].text == "gives") {
            const auto own = payloadRateOf(words[i]);
            if (!own) return tl::unexpected(own.error());
            gives = *own;
            continue;
        }
        if (words[i].text == "stations" && row.both) {
            const auto whole = wholeNumber(words[i], 1, 200);
            if (!whole) return tl::unexpected(whole.error());
            stations = *whole;
            continue;
        }
        if (isFactor(kb, words[i], row.kind)) {
            factors.push_back(words[i].text);
            continue;
        }
        return tl::unexpected(unknownCeilingWord(row, words[i], isMedium, kb));
    }
    return PathPart{Turn::Path, isMedium ? std::optional(kUsualMtu) : std::nullopt,
                    [id = row.id, factors, stations, isCoax, phy, back, nodes,
                     gives](const Assembly& line) -> Result<expect::Stage> {
                        auto stage = isCoax ? expect::coaxStage(line.kb, id, phy, nodes, back)
                                            : expect::ceilingStage(line.kb, id, factors);
                        if (!stage) return stage;
                        if (gives) return expect::withOwnFigure(std::move(*stage), *gives);
                        return inTurns(std::move(*stage), stations);
                    }};
}

}  // namespace

Result<std::optional<PathPart>> readNetworkPart(const Words& words, const kb::KnowledgeBase& kb)
{
    const std::string& first = words.front().text;
    if (first == "bond") return readBond(words, kb);
    if (first == "internet" || first == "plan") return readInternet(words, kb);
    if (first == "window" || first == "loss") return readTransport(words);
    if (first == "radio") return readRadio(words, kb);
    if (const kb::Ceiling* row = kb.find<kb::Ceiling>(first)) return readCeiling(*row, words, kb);
    if (text::parseNumber(first))
        return tl::unexpected(
            pointAt(words.front(),
                    text::say("path-network.say-the-unit", "say the unit of the rate: {}g for {} Gb/s", first, first)));
    const bool looksLikeRate = !first.empty() && first.front() >= '0' && first.front() <= '9';
    if (const auto rate = looksLikeRate ? rateOf(first) : std::nullopt) return readLink(*rate, words, kb);
    return std::optional<PathPart>();
}

}  // namespace sokudo::oneline
