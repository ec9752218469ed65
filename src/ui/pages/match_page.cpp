// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/match_page.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListView>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QStyledItemDelegate>

#include "app/qt_text.h"
#include "ui/pages/findings_pane.h"
#include "ui/pages/piece_pane.h"
#include "ui/pages/ways_pane.h"
#include "ui/pages/what_if_pane.h"
#include "ui/theme.h"
#include "ui/widgets/coupling_view.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/light_view.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

/// Mark, title and rate on one line, the reason below.
class LinkDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {200, scaled(44)}; }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        const QRect box = option.rect.adjusted(6, 2, -6, -2);
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) {
            painter->setPen(QPen(t.planDeep, option.state & QStyle::State_HasFocus ? 2.0 : 1.2));
            painter->setBrush(t.raised);
            painter->drawRoundedRect(QRectF(box).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        }
        const auto verdict = static_cast<Verdict>(index.data(app::MatchPresenter::kVerdictRole).toInt());
        paintVerdict(*painter, QRectF(box.left() + 9, box.center().y() - 6, 12, 12), verdict);
        const QString rate = index.data(app::MatchPresenter::kRateRole).toString();
        painter->setFont(typeface(Face::Figure, 12));
        const int rateWidth = painter->fontMetrics().horizontalAdvance(rate);
        painter->setPen(t.ink);
        const QRect upper(box.left() + 30, box.top() + 3, box.width() - 40, box.height() / 2 - 2);
        painter->drawText(upper, Qt::AlignRight | Qt::AlignVCenter, rate);
        painter->setFont(typeface(Face::Strong, 13));
        painter->drawText(
            upper, Qt::AlignLeft | Qt::AlignVCenter,
            painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, upper.width() - rateWidth - 8));
        painter->setFont(typeface(Face::Text, 12));
        painter->setPen(t.soft);
        const QRect lower(upper.left(), box.center().y(), upper.width(), box.height() / 2 - 2);
        painter->drawText(lower, Qt::AlignLeft | Qt::AlignVCenter,
                          painter->fontMetrics().elidedText(index.data(app::MatchPresenter::kReasonRole).toString(),
                                                            Qt::ElideRight, lower.width()));
        painter->restore();
    }
};

}  // namespace

MatchPage::MatchPage(app::MatchPresenter& presenter, app::WaysPresenter& ways, app::WhatIfPresenter& whatIf,
                     app::CataloguePresenter& catalogue, QWidget* pathStrip, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_ways(ways)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(listPanel());
    auto* right = new QVBoxLayout;
    right->setSpacing(0);
    auto* top = new QWidget;
    auto* topColumn = column(top, 0, 8);
    topColumn->setContentsMargins(22, 14, 20, 6);
    auto* titleRow = new QHBoxLayout;
    m_title = label("", "title");
    m_wanted = label("", "figure");
    titleRow->addWidget(m_title);
    titleRow->addStretch(1);
    titleRow->addWidget(m_wanted);
    topColumn->addLayout(titleRow);
    auto* sentenceRow = new QHBoxLayout;
    m_mark = new VerdictMark(std::nullopt);
    m_sentence = label("", "", true);
    sentenceRow->addWidget(m_mark, 0, Qt::AlignTop);
    sentenceRow->addWidget(m_sentence, 1);
    topColumn->addLayout(sentenceRow);
    m_coupling = new CouplingView;
    m_coupling->setFixedHeight(m_coupling->sizeHint().height());
    topColumn->addWidget(m_coupling);
    right->addWidget(top);
    right->addWidget(paneBar());
    addPanes(whatIf, catalogue);
    right->addWidget(m_panes, 1);
    m_pathStrip = pathStrip;
    right->addWidget(pathStrip);
    all->addLayout(right, 1);

    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& now) {
        if (now.isValid()) m_presenter.select(now.row());
    });
    connect(&presenter, &app::MatchPresenter::changed, this, &MatchPage::refresh);
    connect(m_coupling, &CouplingView::pieceChosen, this, &MatchPage::openPiece);
    refresh();
    showPane(Why);
}

QWidget* MatchPage::listPanel()
{
    auto* panel = frame("list");
    panel->setFixedWidth(scaled(316));
    auto* listColumn = column(panel, 0, 6);
    listColumn->setContentsMargins(8, 12, 0, 8);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(8, 0, 14, 0);
    m_count = label("", "figure");
    head->addWidget(label("Links, worst first", "heading"));
    head->addStretch(1);
    head->addWidget(m_count);
    listColumn->addLayout(head);
    auto* filter = new QLineEdit;
    filter->setPlaceholderText("Type to find a link");
    filter->setAccessibleName("Find a link");
    filter->setClearButtonEnabled(true);
    connect(filter, &QLineEdit::textChanged, this,
            [this](const QString& words) { narrow([&](app::LinkFilter& to) { to.words = words; }); });
    auto* filters = new QGridLayout;
    filters->setContentsMargins(8, 0, 12, 0);
    filters->setSpacing(5);
    filters->addWidget(filter, 0, 0, 1, 3);
    const auto combo = [&](const char* name, int at) {
        auto* result = new QComboBox;
        result->setAccessibleName(name);
        result->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        result->setMinimumContentsLength(6);
        filters->addWidget(result, 1, at);
        return result;
    };
    m_verdicts = combo("Only this verdict", 0);
    m_places = combo("Only this place", 1);
    m_media = combo("Only this kind of cable", 2);
    listColumn->addLayout(filters);
    m_list = new QListView;
    m_list->setModel(m_presenter.links());
    m_list->setItemDelegate(new LinkDelegate(m_list));
    m_list->setAccessibleName("Links, worst first");
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    listColumn->addWidget(m_list, 1);
    connectFilters();
    return panel;
}

/// Lists only what a changed filter lets through.
void MatchPage::narrow(const std::function<void(app::LinkFilter&)>& change)
{
    app::LinkFilter next = m_presenter.filter();
    change(next);
    m_presenter.setFilter(next);
}

void MatchPage::connectFilters()
{
    connect(m_verdicts, &QComboBox::activated, this, [this] {
        const int code = m_verdicts->currentData().toInt();
        narrow([code](app::LinkFilter& to) {
            to.verdict = code < 0 ? std::nullopt : std::optional(static_cast<Verdict>(code));
        });
    });
    connect(m_places, &QComboBox::activated, this,
            [this] { narrow([this](app::LinkFilter& to) { to.place = {m_places->currentData().toLongLong()}; }); });
    connect(m_media, &QComboBox::activated, this,
            [this] { narrow([this](app::LinkFilter& to) { to.medium = m_media->currentData().toString(); }); });
}

QWidget* MatchPage::paneBar()
{
    auto* bar = new QWidget;
    auto* row = new QHBoxLayout(bar);
    row->setContentsMargins(14, 0, 20, 0);
    row->setSpacing(0);
    const char* names[] = {"Why", "Light", "Swap a part", "Options", "What if all …"};
    const char* keys[] = {"W", "L", "P", "O", "A"};
    for (int i = 0; i < 5; ++i) {
        auto* tab = button(names[i], "bench", [this, i] { showPane(static_cast<Pane>(i)); });
        tab->setCheckable(true);
        tab->setShortcut(QKeySequence(QString("Ctrl+Shift+%1").arg(keys[i])));
        tab->setToolTip(QString("Ctrl+Shift+%1").arg(keys[i]));
        row->addWidget(tab);
        m_tabs << tab;
    }
    row->addStretch(1);
    return bar;
}

void MatchPage::addPanes(app::WhatIfPresenter& whatIf, app::CataloguePresenter& catalogue)
{
    m_panes = new LazyStack;
    m_findings = new FindingsPane(m_presenter);
    m_panes->addLater([this] { return m_findings; });
    m_panes->addLater([this] { return lightPane(); });
    m_panes->addLater([this, &catalogue] { return new PiecePane(m_presenter, catalogue); });
    m_panes->addLater([this] { return new WaysPane(m_ways); });
    m_panes->addLater([this, &whatIf] {
        auto* pane = new WhatIfPane(whatIf, m_presenter);
        connect(pane, &WhatIfPane::linkChosen, this, [this](plan::RunId run) {
            m_presenter.selectRun(run);
            showPane(Ways);
        });
        return pane;
    });
}

QWidget* MatchPage::lightPane()
{
    auto* pane = new QScrollArea;
    pane->setWidgetResizable(true);
    auto* box = new QWidget;
    auto* lines = column(box, 0, 0);
    lines->setContentsMargins(22, 6, 20, 8);
    m_light = new LightView;
    m_light->setPaths(m_presenter.light());
    lines->addWidget(m_light);
    lines->addStretch(1);
    pane->setWidget(box);
    return pane;
}

PiecePane& MatchPage::piecePane() { return *static_cast<PiecePane*>(m_panes->page(SegmentKind)); }

WaysPane& MatchPage::waysPane() { return *static_cast<WaysPane*>(m_panes->page(Ways)); }

WhatIfPane& MatchPage::whatIfPane() { return *static_cast<WhatIfPane*>(m_panes->page(WhatIf)); }

void MatchPage::showPane(Pane pane)
{
    if (pane == Light && m_presenter.light().empty()) pane = Why;
    m_panes->showPage(pane);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == pane);
    m_pathStrip->setVisible(pane == Why);  // the others need the height
    m_ways.setActive(pane == Ways);
    if (pane == SegmentKind && m_coupling->focusedPiece() < 0) {
        // The cable is what is asked for most.
        const auto pieces = m_presenter.pieces();
        for (int i = 0; i < static_cast<int>(pieces.size()); ++i)
            if (pieces[static_cast<std::size_t>(i)].swaps == match::SwapTarget::Cable) return openPiece(i);
    }
}

MatchPage::Pane MatchPage::pane() const { return static_cast<Pane>(m_panes->currentIndex()); }

void MatchPage::openPiece(int piece)
{
    const auto pieces = m_presenter.pieces();
    if (piece < 0 || piece >= static_cast<int>(pieces.size()) || !pieces[static_cast<std::size_t>(piece)].swaps) return;
    const app::CouplingPiece& chosen = pieces[static_cast<std::size_t>(piece)];
    piecePane().show(*chosen.swaps, chosen.name == "none" ? QString("no module") : chosen.name);
    m_panes->showPage(SegmentKind);
    m_pathStrip->hide();
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == SegmentKind);
    m_ways.setActive(false);
}

void MatchPage::fillFilters()
{
    m_verdicts->clear();
    m_verdicts->addItem("verdict", -1);
    for (Verdict verdict : kAllVerdicts) m_verdicts->addItem(app::toQt(word(verdict)), static_cast<int>(verdict));
    m_verdicts->setCurrentIndex(
        m_presenter.filter().verdict ? m_verdicts->findData(static_cast<int>(*m_presenter.filter().verdict)) : 0);
    const QVariant place = m_places->currentData(), medium = m_media->currentData();
    m_places->clear();
    m_places->addItem("place", 0);
    for (const auto& [id, name] : m_presenter.places()) m_places->addItem(name, static_cast<qlonglong>(id.value));
    m_places->setCurrentIndex(std::max(0, m_places->findData(place)));
    m_media->clear();
    m_media->addItem("cable", QString());
    for (const auto& [id, name] : m_presenter.media()) m_media->addItem(name, id);
    m_media->setCurrentIndex(std::max(0, m_media->findData(medium)));
}

void MatchPage::refresh()
{
    fillFilters();
    m_count->setText(QString::number(m_presenter.links()->rowCount()));
    const int row = m_presenter.selectedRow();
    if (row >= 0 && m_list->currentIndex().row() != row) {
        const QSignalBlocker quiet(m_list->selectionModel());
        m_list->setCurrentIndex(m_presenter.links()->index(row, 0));
        m_list->viewport()->update();
    }
    const bool sameLink = m_title->text() == m_presenter.title();
    m_title->setText(m_presenter.title());
    m_wanted->setText(m_presenter.wanted());
    m_sentence->setText(m_presenter.sentence());
    m_mark->setVerdict(m_presenter.verdict());
    m_coupling->setPieces(m_presenter.pieces());
    m_findings->refresh();
    auto light = m_presenter.light();
    const bool dark = light.empty();
    m_tabs[Light]->setVisible(!dark);
    if (m_light) m_light->setPaths(std::move(light));
    if (pane() == Light && dark) showPane(Why);
    if (pane() == SegmentKind) {
        if (sameLink) piecePane().refresh();
        else showPane(SegmentKind);
    }
}

}  // namespace sokudo::ui
