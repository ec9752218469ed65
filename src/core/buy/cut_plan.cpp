// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/cut_plan.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

#include "core/base/text.h"

namespace sokudo::buy {
namespace {

constexpr double kOpen = 1e-6;  ///< among plans of one price, the one that opens the fewest remainders

/// Pieces of one length: which of them is cut from which bar makes no difference.
struct Group {
    Length length;
    std::vector<std::size_t> pieces;
};

std::vector<Group> groupsOf(const std::vector<Piece>& pieces)
{
    std::map<Length, Group, std::greater<>> groups;
    for (std::size_t i = 0; i < pieces.size(); ++i) {
        groups[pieces[i].length].length = pieces[i].length;
        groups[pieces[i].length].pieces.push_back(i);
    }
    std::vector<Group> result;
    for (auto& [length, group] : groups) result.push_back(std::move(group));
    return result;
}

/// How many bars of a length first fit takes, the longest pieces first: no plan needs more of them.
std::size_t barsByFirstFit(const std::vector<Group>& groups, Length bar)
{
    std::vector<Length> left;
    for (const Group& group : groups) {
        if (group.length > bar) continue;
        for (std::size_t n = 0; n < group.pieces.size(); ++n) {
            const auto fits = std::find_if(left.begin(), left.end(), [&](Length one) { return one >= group.length; });
            if (fits == left.end()) left.push_back(bar - group.length);
            else *fits = *fits - group.length;
        }
    }
    return left.size();
}

class Cutting {
public:
    Cutting(const std::vector<Piece>& pieces, const std::vector<Remainder>& stock, const std::vector<Buy>& buys)
        : m_pieces(pieces), m_groups(groupsOf(pieces))
    {
        for (const Remainder& one : stock) m_bars.push_back({one.name, one.length, nullptr, {}, one.length});
        for (const Buy& buy : buys) {
            if (buy.isDivisible) {
                if (!m_plan.metre || buy.price < m_plan.metre->price) m_plan.metre = &buy;
                continue;
            }
            const Length length = Length::of(buy.amount);
            for (std::size_t n = barsByFirstFit(m_groups, length); n > 0; --n)
                m_bars.push_back({text::length(length) + " reel", length, &buy, {}, length});
        }
        dropTooLong();
    }

    /// Longest first, each into the first bar with room: what people do with a tape and a pencil.
    void firstFit()
    {
        for (const Group& group : m_groups)
            for (std::size_t piece : group.pieces) {
                const auto fits = std::find_if(m_bars.begin(), m_bars.end(),
                                               [&](const Bar& bar) { return bar.remainder >= group.length; });
                if (fits != m_bars.end() && (!fits->buy || !m_plan.metre || !fits->pieces.empty())) cut(*fits, piece);
                else if (m_plan.metre) m_plan.byMetre.push_back(piece);
                else m_plan.tooLong.push_back(piece);
            }
    }

    Result<bool> solve(const Solver& solver)
    {
        Mip mip;
        std::vector<std::vector<int>> cuts(m_bars.size());
        std::vector<int> metres;
        for (std::size_t b = 0; b < m_bars.size(); ++b) addBar(mip, b, cuts[b]);
        for (std::size_t g = 0; g < m_groups.size(); ++g) {
            std::vector<std::pair<int, double>> terms;
            for (const auto& of : cuts)
                if (of[g] >= 0) terms.emplace_back(of[g], 1);
            const auto count = static_cast<double>(m_groups[g].pieces.size());
            metres.push_back(
                m_plan.metre ? mip.column(0, count, m_plan.metre->price.in() * m_groups[g].length.in(), true) : -1);
            if (metres.back() >= 0) terms.emplace_back(metres.back(), 1);
            mip.row(count, count, std::move(terms));
        }
        const auto answer = solver(mip, {});
        if (!answer) return tl::unexpected(answer.error());
        if (answer->values.empty()) return false;
        take(answer->values, cuts, metres);
        m_plan.isProved = answer->end == MipEnd::Proved;
        return true;
    }

    CutPlan result(Length least)
    {
        for (Bar& bar : m_bars) {
            if (bar.pieces.empty()) continue;
            if (bar.buy) m_plan.cost = m_plan.cost + bar.buy->price, m_plan.bought = m_plan.bought + bar.length;
            (bar.remainder >= least ? m_plan.kept : m_plan.scrap) =
                (bar.remainder >= least ? m_plan.kept : m_plan.scrap) + bar.remainder;
            m_plan.bars.push_back(std::move(bar));
        }
        for (std::size_t piece : m_plan.byMetre) {
            m_plan.cost = m_plan.cost + Money::of(m_plan.metre->price.in() * m_pieces[piece].length.in());
            m_plan.bought = m_plan.bought + m_pieces[piece].length;
        }
        return std::move(m_plan);
    }

private:
    void dropTooLong()
    {
        if (m_plan.metre) return;
        Length longest;
        for (const Bar& bar : m_bars) longest = std::max(longest, bar.length);
        std::erase_if(m_groups, [&](const Group& group) {
            if (group.length <= longest) return false;
            m_plan.tooLong.insert(m_plan.tooLong.end(), group.pieces.begin(), group.pieces.end());
            return true;
        });
    }
    void cut(Bar& bar, std::size_t piece)
    {
        bar.pieces.push_back(piece);
        bar.remainder = bar.remainder - m_pieces[piece].length;
    }
    /// Columns of how many pieces of each group the bar gives, and of whether it is opened.
    void addBar(Mip& mip, std::size_t b, std::vector<int>& cuts)
    {
        const Bar& bar = m_bars[b];
        const int open = mip.column(0, 1, bar.buy ? bar.buy->price.in() : kOpen * bar.length.in(), true);
        std::vector<std::pair<int, double>> used{{open, -bar.length.in()}};
        for (const Group& group : m_groups) {
            const auto most = static_cast<double>(bar.length.steps() / std::max<std::int64_t>(1, group.length.steps()));
            if (most < 1) {
                cuts.push_back(-1);
                continue;
            }
            cuts.push_back(mip.column(0, std::min(most, static_cast<double>(group.pieces.size())), 0, true));
            used.emplace_back(cuts.back(), group.length.in());
        }
        mip.row(-kEndless, 0, std::move(used));
        // Equal reels are opened one after the other.
        if (b > 0 && bar.buy && m_bars[b - 1].buy == bar.buy) mip.row(-kEndless, 0, {{open, 1}, {m_lastOpen, -1}});
        m_lastOpen = open;
    }
    void take(const std::vector<double>& values, const std::vector<std::vector<int>>& cuts,
              const std::vector<int>& metres)
    {
        for (std::size_t g = 0; g < m_groups.size(); ++g) {
            std::size_t next = 0;
            const auto times = [&](int column) {
                return column < 0 ? 0 : static_cast<int>(std::lround(values[static_cast<std::size_t>(column)]));
            };
            for (std::size_t b = 0; b < m_bars.size(); ++b)
                for (int n = times(cuts[b][g]); n > 0 && next < m_groups[g].pieces.size(); --n)
                    cut(m_bars[b], m_groups[g].pieces[next++]);
            for (int n = times(metres[g]); n > 0 && next < m_groups[g].pieces.size(); --n)
                m_plan.byMetre.push_back(m_groups[g].pieces[next++]);
        }
    }

    const std::vector<Piece>& m_pieces;
    std::vector<Group> m_groups;
    std::vector<Bar> m_bars;
    CutPlan m_plan;
    int m_lastOpen = 0;
};

}  // namespace

Result<CutPlan> cutPlan(const std::vector<Piece>& pieces, const std::vector<Remainder>& stock,
                        const std::vector<Buy>& buys, Length least, const Solver& solver)
{
    Cutting cutting(pieces, stock, buys);
    const auto solved = cutting.solve(solver);
    if (!solved || !*solved) {
        if (!solved && solved.error().code != ErrorCode::NotFound) return tl::unexpected(solved.error());
        cutting.firstFit();
    }
    return cutting.result(least);
}

}  // namespace sokudo::buy
