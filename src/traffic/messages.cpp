// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/messages.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/json.h"
#include "core/base/utf8.h"
#include "core/measure/snapshot_json.h"

namespace sokudo::traffic {
namespace {

constexpr double kMostSeconds = 3600;
constexpr double kMostRate = 1.6e12;
constexpr std::size_t kMostConditions = 32, kLongestText = 400;

/// Reads the fields of one message and keeps the first complaint.
class Reader {
public:
    explicit Reader(const Json& value) : m_value(value) {}
    double number(const char* key, double least, double most)
    {
        const auto at = m_value.find(key);
        if (at != m_value.end() && at->is_number())
            if (const double given = at->get<double>(); given >= least && given <= most) return given;
        complain(key, fmt::format("must be a number from {} to {}", least, most));
        return least;
    }
    int whole(const char* key, int least, int most)
    {
        const double given = number(key, least, most);
        if (given != std::floor(given)) complain(key, "must be a whole number");
        return static_cast<int>(given);
    }
    std::string text(const char* key)
    {
        const auto at = m_value.find(key);
        if (at != m_value.end() && at->is_string() && at->get_ref<const std::string&>().size() <= kLongestText)
            return withoutControls(at->get_ref<const std::string&>());
        complain(key, fmt::format("must be text of at most {} bytes", kLongestText));
        return {};
    }
    Bytes bytes(const char* key, std::size_t size)
    {
        Bytes given = fromHex(text(key));
        if (given.size() != size) complain(key, fmt::format("must be {} bytes in hexadecimal", size));
        return given;
    }
    /// 0 stands for none.
    std::optional<BitRate> cap(const char* key)
    {
        const double given = number(key, 0, kMostRate);
        if (given > 0 && given < 1) complain(key, "must be 0 for none, or 1 bit a second and up");
        return given > 0 ? std::optional(BitRate::of(given)) : std::nullopt;
    }
    std::map<std::string, std::string> texts(const char* key)
    {
        std::map<std::string, std::string> result;
        const auto at = m_value.find(key);
        if (at == m_value.end() || !at->is_object() || at->size() > kMostConditions) {
            complain(key, fmt::format("must be an object of at most {} texts", kMostConditions));
            return result;
        }
        for (const auto& [name, value] : at->items())
            if (value.is_string() && value.get_ref<const std::string&>().size() <= kLongestText && name.size() <= 80)
                result[withoutControls(name)] = withoutControls(value.get_ref<const std::string&>());
            else complain(key, "must be an object of short texts");
        return result;
    }
    measure::HostSnapshot host(const char* key)
    {
        const auto at = m_value.find(key);
        auto read = measure::snapshotFrom(at == m_value.end() ? Json() : *at);
        if (read) return std::move(*read);
        complain(key, read.error().what.text());
        return {};
    }
    void complain(const char* key, const std::string& what)
    {
        if (!m_error) m_error = Error{ErrorCode::BadInput, fmt::format("{} {}", key, what), "message"};
    }
    const std::optional<Error>& error() const { return m_error; }

private:
    const Json& m_value;
    std::optional<Error> m_error;
};

Message read(const std::string& type, Reader& in)
{
    if (type == "hello") return Hello{in.whole("protocol", 0, 1000), in.bytes("nonce", kNonceBytes)};
    if (type == "auth") return Auth{in.bytes("nonce", kNonceBytes), in.bytes("proof", sizeof(Proof))};
    if (type == "welcome") return Welcome{in.bytes("proof", sizeof(Proof))};
    if (type == "refused") return Refused{in.text("why")};
    if (type == "ready") return Ready{in.whole("port", 1, 65535), in.bytes("token", kTokenBytes), in.cap("cap_bps")};
    if (type == "go") return Go{};
    if (type == "stop") return Stop{};
    if (type == "look") return DescribeHost{};
    if (type == "seen") return HostDescription{in.host("host")};
    if (type == "sample")
        return SampleCount{Duration::of(in.number("at_s", 0, 2 * kMostSeconds)),
                           static_cast<std::int64_t>(in.number("bytes", 0, 9e15))};
    if (type == "result")
        return TestResult{BitRate::of(in.number("forward_bps", 0, kMostRate)), in.texts("conditions"),
                          in.number("busiest_core_percent", 0, 101), in.number("mean_core_percent", 0, 101)};
    if (type == "test") {
        TestOrder order;
        order.streams = in.whole("streams", 1, kMostStreams);
        const auto direction = measure::directionFromCode(in.text("direction"));
        if (direction) order.direction = *direction;
        else in.complain("direction", "is none of forward, reverse, both");
        order.seconds = Duration::of(in.number("seconds", 0, kMostSeconds));
        order.warmup = Duration::of(in.number("warmup", 0, kMostSeconds));
        order.cap = in.cap("cap_bps");
        return order;
    }
    in.complain("type", "is none that is known");
    return Stop{};
}

double plain(const std::optional<BitRate>& cap) { return cap ? cap->in() : 0.0; }

struct Write {
    Json operator()(const Hello& m) const
    {
        return {{"type", "hello"}, {"protocol", m.protocol}, {"nonce", hex(m.nonce)}};
    }
    Json operator()(const Auth& m) const
    {
        return {{"type", "auth"}, {"nonce", hex(m.nonce)}, {"proof", hex(m.proof)}};
    }
    Json operator()(const Welcome& m) const { return {{"type", "welcome"}, {"proof", hex(m.proof)}}; }
    Json operator()(const Refused& m) const { return {{"type", "refused"}, {"why", m.why}}; }
    Json operator()(const TestOrder& m) const
    {
        return {{"type", "test"},
                {"streams", m.streams},
                {"direction", code(m.direction)},
                {"seconds", m.seconds.in()},
                {"warmup", m.warmup.in()},
                {"cap_bps", plain(m.cap)}};
    }
    Json operator()(const Ready& m) const
    {
        return {{"type", "ready"}, {"port", m.port}, {"token", hex(m.token)}, {"cap_bps", plain(m.cap)}};
    }
    Json operator()(const Go&) const { return {{"type", "go"}}; }
    Json operator()(const Stop&) const { return {{"type", "stop"}}; }
    Json operator()(const DescribeHost&) const { return {{"type", "look"}}; }
    Json operator()(const HostDescription& m) const
    {
        return {{"type", "seen"}, {"host", measure::snapshotJson(m.host)}};
    }
    Json operator()(const SampleCount& m) const
    {
        return {{"type", "sample"}, {"at_s", m.at.in()}, {"bytes", m.bytes}};
    }
    Json operator()(const TestResult& m) const
    {
        Json result{{"type", "result"},
                    {"forward_bps", m.forward.in()},
                    {"conditions", Json::object()},
                    {"busiest_core_percent", m.busiestCorePercent},
                    {"mean_core_percent", m.meanCorePercent}};
        for (const auto& [name, value] : m.conditions) result["conditions"][name] = value;
        return result;
    }
};

}  // namespace

Result<Message> messageFrom(std::string_view text)
{
    const auto value = parseJson(text, "message");
    if (!value) return tl::unexpected(value.error());
    if (!value->is_object()) return failure(ErrorCode::BadInput, "a message is an object", "message");
    Reader in(*value);
    Message message = read(in.text("type"), in);
    if (in.error()) return tl::unexpected(*in.error());
    return message;
}

std::string textOf(const Message& message) { return jsonText(std::visit(Write{}, message)); }

}  // namespace sokudo::traffic
