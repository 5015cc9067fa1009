using System.Collections.Immutable;

namespace Nube.Core.Cards.Cutting;

/// <summary>Parts laid one after the other, each into the rectangle that it fills best, which is cut up around it.</summary>
/// <remarks>Best fit by decreasing size, as bin packing knows it; nothing is proven by it.</remarks>
internal static class FirstFit
{
    /// <summary>Lays parts onto a sheet.</summary>
    /// <param name="width">Width of the sheet, with what the blade takes.</param>
    /// <param name="height">Height of the sheet, with what the blade takes.</param>
    /// <param name="parts">The parts as they may lie, those first that are laid first.</param>
    /// <param name="left">How many of each are wanted yet; fewer after it.</param>
    /// <param name="longRests">What is left beside a part is cut so that the larger rest stays as large as can be.</param>
    public static Pattern Lay(int width, int height, IEnumerable<LyingPart> parts, int[] left, bool longRests)
    {
        var whole = new Room(width, height);
        List<Room> empty = [whole];
        var counts = new int[left.Length];
        foreach (var kind in parts.GroupBy(part => part.Part))
        {
            while (left[kind.Key] > 0)
            {
                var best = empty
                    .SelectMany(room => kind.Select(part => (room, part)))
                    .Where(one => one.part.Width <= one.room.Width && one.part.Height <= one.room.Height)
                    .Select(one =>
                        ((Room Room, LyingPart Part, int Waste)?)(one.room, one.part, Waste(one.room, one.part))
                    )
                    .MinBy(one => one!.Value.Waste);
                if (best is not { } found)
                    break;
                empty.Remove(found.Room);
                found.Room.Fill(found.Part, longRests, empty);
                left[kind.Key]--;
                counts[kind.Key]++;
            }
        }
        return new Pattern(whole.Tree(), [.. counts]);
    }

    /// <summary>Lengths that are left on the tighter side.</summary>
    private static int Waste(Room room, LyingPart part) => Math.Min(room.Width - part.Width, room.Height - part.Height);

    /// <summary>A rectangle while it is filled.</summary>
    private sealed class Room(int width, int height)
    {
        private LyingPart? part;
        private Room? first,
            second;
        private bool down;

        public int Width => width;

        public int Height => height;

        public void Fill(LyingPart laid, bool longRests, List<Room> empty)
        {
            var (beside, below) = (width - laid.Width, height - laid.Height);
            if (beside == 0 && below == 0)
            {
                part = laid;
                return;
            }
            // Down first leaves all of the side, across first all of what is below.
            down = beside > 0 && (below == 0 || beside > below == longRests);
            (first, second) = down
                ? (new Room(laid.Width, height), new Room(beside, height))
                : (new Room(width, laid.Height), new Room(width, below));
            empty.Add(second);
            first.Fill(laid, longRests, empty);
        }

        public Cut Tree() =>
            first is null
                ? new Cut(width, height, part)
                : new Cut(width, height, null, first.Tree(), second!.Tree(), down);
    }
}
